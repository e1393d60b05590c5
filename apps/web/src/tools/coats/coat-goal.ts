import {
  addLayer,
  type Coat,
  type CoatLays,
  type Composition,
  type LaidCoat,
  layCoats,
  newId,
  perform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import type { StrokeGoal, Tiles } from '../strokes/stroke-goal';
import type { CoatTarget } from './coat-target';

/** How a stroke lays a coat. */
export interface CoatStroke {
  readonly lays: CoatLays;
  /** What is laid while the stroke is drawn, where that is not the same. */
  readonly meanwhile?: CoatLays;
  /** Whether it goes on with the coat on top where that lays the same. */
  readonly joins: boolean;
  /** What it did, for the history. */
  readonly way: string;
}

/** A composition with coats laid on a target, which is put there first if it is new. */
export function withCoats(
  composition: Composition,
  target: CoatTarget,
  coats: readonly LaidCoat[],
): Composition {
  const { layer } = target;
  if (target.at === null) {
    return perform(composition, layCoats, { layer: layer.id, coats, way: '' }).composition;
  }
  return perform(composition, addLayer, addition(target, coats)).composition;
}

function addition({ layer, at, into }: CoatTarget, coats: readonly LaidCoat[]) {
  const laid = coats.map((coat) => ({ ...coat, strokes: 1 }));
  const content = { ...layer.content, coats: laid };
  return { layer: { ...layer, content }, at: at ?? 0, into };
}

/** Lays coats on a target as one step of the history. */
export function commitCoats(target: CoatTarget, coats: readonly LaidCoat[], way: string): void {
  const { perform: doing } = useComposition.getState();
  const { layer } = target;
  if (target.at === null) return void doing(layCoats, { layer: layer.id, coats, way });
  if (doing(addLayer, addition(target, coats))) {
    useHand.getState().take({ layer: layer.id, part: null });
  }
}

/** The coat that a stroke goes on with; none where another has to be begun. */
function coatGoneOnWith({ layer }: CoatTarget, { lays, joins }: CoatStroke): Coat | undefined {
  const top = layer.content.coats.at(-1);
  return joins && top && JSON.stringify(top.lays) === JSON.stringify(lays) ? top : undefined;
}

/** A stroke that lays a coat on a paint layer. */
export function coatGoal(target: CoatTarget, stroke: CoatStroke): StrokeGoal {
  const known = coatGoneOnWith(target, stroke);
  const id = known?.id ?? newId();
  const coat = (tiles: Tiles, lays: CoatLays): LaidCoat => ({ id, lays, tiles });
  return {
    ...{ tiles: known?.tiles ?? {}, part: null, extent: target.extent },
    preview: (composition, tiles) =>
      withCoats(composition, target, [coat(tiles, stroke.meanwhile ?? stroke.lays)]),
    commit: (tiles) => commitCoats(target, [coat(tiles, stroke.lays)], stroke.way),
    redraws: stroke.meanwhile !== undefined,
  };
}
