import type { Brush } from '@diplex/core';
import {
  type Layer,
  newId,
  type PaintedPart,
  paintFringe,
  paintPart,
  perform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import {
  commitPart,
  freshName,
  type MaskInHand,
  startFor,
  withPart,
} from '../../bench/mask-in-hand';
import type { StrokeGoal, Tiles } from '../strokes/stroke-goal';

/** The painted part in hand, the nearest part if that is painted, or a new one. */
export function partGoal(target: MaskInHand, brush: Brush): StrokeGoal {
  const part = target.part?.kind === 'painted' ? target.part : target.mask?.parts.at(-1);
  return part?.kind === 'painted' && part.shown
    ? presentPart(target, part, brush)
    : newPart(target, brush);
}

function wayOf({ work, value }: Brush): 'show' | 'hide' | 'sheer' {
  if (work?.does === 'sheer') return 'sheer';
  return value > 0 ? 'show' : 'hide';
}

function presentPart(target: MaskInHand, part: PaintedPart, brush: Brush): StrokeGoal {
  const args = (tiles: Tiles) => ({
    ...{ mask: target.mask?.id ?? '', part: part.id },
    ...{ tiles, way: wayOf(brush) },
  });
  return {
    tiles: part.tiles,
    part: part.id,
    preview: (composition, tiles) => perform(composition, paintPart, args(tiles)).composition,
    commit: (tiles) => useComposition.getState().perform(paintPart, args(tiles)),
  };
}

function newPart(target: MaskInHand, brush: Brush): StrokeGoal {
  const startsFrom = startFor(brush.value === 0);
  const sheer = wayOf(brush) === 'sheer';
  const part: PaintedPart = {
    ...{ id: newId(), kind: 'painted', name: freshName(target.mask, 'Painted'), shown: true },
    ...{ combine: 'replace', feather: 0, inverted: false, strokes: 1, tiles: {} },
    ...(sheer && { sheer: 1 }),
  };
  return {
    tiles: {},
    part: part.id,
    preview: (composition, tiles) => withPart(composition, target, { ...part, tiles }, startsFrom),
    commit: (tiles) => void commitPart(target, { ...part, tiles }, startsFrom),
  };
}

/** Where the fringe of a layer is cleaned. */
export function fringeGoal(layer: Layer, { value }: Brush): StrokeGoal {
  const args = (tiles: Tiles) => ({
    ...{ layer: layer.id, tiles },
    way: value > 0 ? ('clean' as const) : ('leave' as const),
  });
  return {
    tiles: layer.edge.fringeBrushed?.tiles ?? {},
    part: null,
    preview: (composition, tiles) => perform(composition, paintFringe, args(tiles)).composition,
    commit: (tiles) => useComposition.getState().perform(paintFringe, args(tiles)),
  };
}
