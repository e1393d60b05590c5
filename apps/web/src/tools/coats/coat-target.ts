import {
  boundsAfter,
  type Composition,
  groupOf,
  invert,
  isPaint,
  type Layer,
  layerById,
  layerMatrix,
  listAround,
  newId,
  type PaintLayer,
  paintedBounds,
  placedAt,
  plainLayer,
  type Rect,
  roundOut,
  uniteRects,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';

/** What is painted on: a paint layer, and where in depth it is put when it is not there yet. */
export interface CoatTarget extends MaskInHand {
  readonly layer: PaintLayer;
  /** Its place in its list, for one that is new; null for one that is there. */
  readonly at: number | null;
  readonly into: string | null;
  /** What can be painted, in pixels of the layer. */
  readonly extent: Rect;
}

/** A name that no layer has yet. */
function freshName({ layers }: Composition, plain: string): string {
  const names = new Set(Object.values(layers).map(({ name }) => name));
  let name = plain;
  for (let n = 2; names.has(name); n++) name = `${plain} ${n}`;
  return name;
}

/** A paint layer that is not in the composition yet; what it is called is found when it is put there. */
function newPaintLayer(id: string, name: string): PaintLayer {
  return plainLayer(id, name, { kind: 'paint', coats: [] }, placedAt({ x: 0, y: 0 }));
}

/** All of the canvas, and what was painted beside it, in pixels of the layer. */
function extentOn(composition: Composition, layer: PaintLayer): Rect {
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  const seen = roundOut(boundsAfter(invert(layerMatrix(composition, layer)), canvas));
  return uniteRects(seen, paintedBounds(layer.content.coats));
}

/**
 * The paint layer in hand, or a new one right before the layer in hand.
 * @param plain what a new one is called
 * @param which whether the one in hand may be it
 */
export function coatTarget(plain: string, which: 'in hand' | 'new' = 'in hand'): CoatTarget {
  const { composition } = useComposition.getState();
  const inHand = layerById(composition, useHand.getState().layer ?? '');
  const group = inHand && groupOf(composition, inHand.id);
  const known = which === 'in hand' && inHand && isPaint(inHand) ? inHand : null;
  const layer = known ?? newPaintLayer(newId(), freshName(composition, plain));
  const list = listAround(composition, group?.id ?? null);
  return {
    ...{ layer, mask: undefined, part: undefined, size: composition.canvas },
    at: known ? null : inHand ? list.indexOf(inHand.id) + 1 : list.length,
    into: group?.id ?? null,
    ...placedIn(composition, layer, group),
  };
}

function placedIn(composition: Composition, layer: PaintLayer, group: Layer | undefined) {
  const known = layerById(composition, layer.id);
  const within = group ? layerMatrix(composition, group) : null;
  const matrix = known || !within ? layerMatrix(composition, layer) : within;
  const extent = known || !within ? extentOn(composition, layer) : null;
  const { width, height } = composition.canvas;
  const canvas = { x: 0, y: 0, width, height };
  return { matrix, extent: extent ?? roundOut(boundsAfter(invert(matrix), canvas)) };
}
