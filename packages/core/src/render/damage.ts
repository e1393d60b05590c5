import {
  boundsAfter,
  type Composition,
  growRect,
  intersectRects,
  type Layer,
  layerBounds,
  type Mask,
  type MaskPart,
  maskMatrix,
  maskOf,
  PAINTED_TILE_SIZE,
  type PaintedPart,
  type Rect,
  roundOut,
  uniteRects,
} from '@diplex/document';
import { featherSupport } from '../mask/feather';

const NOTHING: Rect = { x: 0, y: 0, width: 0, height: 0 };

/** How far past a changed mask pixel its feathers reach, in composition pixels. */
export function maskSupport(mask: Mask): number {
  // A wide feather is drawn on a coarser grid, which reaches a little farther than its kernel.
  const reach = (sigma: number) => featherSupport(sigma) + sigma;
  const part = Math.max(0, ...mask.parts.map((each) => reach(each.feather)));
  return part + reach(mask.feather) + 2;
}

/** The tiles that two states of a painted part do not share, as one rectangle of mask pixels. */
function changedTiles(before: PaintedPart, after: PaintedPart): Rect {
  const keys = new Set([...Object.keys(before.tiles), ...Object.keys(after.tiles)]);
  let rect = NOTHING;
  for (const key of keys) {
    if (before.tiles[key] === after.tiles[key]) continue;
    const [column, row] = key.split(',').map(Number) as [number, number];
    const size = PAINTED_TILE_SIZE;
    rect = uniteRects(rect, { x: column * size, y: row * size, width: size, height: size });
  }
  return rect;
}

/** True when nothing but the tiles of a painted part differs. */
function onlyTilesChanged(before: MaskPart, after: MaskPart): boolean {
  if (before.kind !== 'painted' || after.kind !== 'painted') return false;
  const same = { tiles: 0, strokes: 0, name: '' };
  return JSON.stringify({ ...before, ...same }) === JSON.stringify({ ...after, ...same });
}

/** What a change of a layer's mask may touch, in composition pixels; null for the layer as a whole. */
function maskDamage(before: Mask, after: Mask, layer: Layer): Rect | null {
  const sameFrame =
    before.startsFrom === after.startsFrom &&
    before.feather === after.feather &&
    before.parts.length === after.parts.length;
  if (!sameFrame) return null;
  let rect = NOTHING;
  for (let at = 0; at < after.parts.length; at++) {
    const [was, is] = [before.parts[at] as MaskPart, after.parts[at] as MaskPart];
    if (was === is) continue;
    if (!onlyTilesChanged(was, is)) return null;
    rect = uniteRects(rect, changedTiles(was as PaintedPart, is as PaintedPart));
  }
  return growRect(boundsAfter(maskMatrix(layer), rect), maskSupport(after));
}

function layerDamage(
  before: Composition,
  after: Composition,
  was: Layer | undefined,
  is: Layer | undefined,
): Rect {
  const whole = uniteRects(was ? layerBounds(was) : NOTHING, is ? layerBounds(is) : NOTHING);
  if (!was || !is || was !== is) {
    const hidden = !was?.shown && !is?.shown;
    return hidden && was && is ? NOTHING : whole;
  }
  const [wasMask, isMask] = [maskOf(before, was), maskOf(after, is)];
  if (wasMask === isMask) return NOTHING;
  const inMask = wasMask && isMask ? maskDamage(wasMask, isMask, is) : null;
  return inMask ? intersectRects(whole, inMask) : whole;
}

/**
 * What may look different after a change, in whole composition pixels: empty when nothing does,
 * 'everything' when the canvas itself changed. `viewed` names the layer whose mask is looked at
 * even when that layer is not shown.
 */
export function damage(
  before: Composition,
  after: Composition,
  viewed?: string,
): Rect | 'everything' {
  if (before === after) return NOTHING;
  const { canvas: was, mixIn } = before;
  const is = after.canvas;
  if (was.width !== is.width || was.height !== is.height || mixIn !== after.mixIn) {
    return 'everything';
  }
  const ids = new Set([...before.layers, ...after.layers].map((layer) => layer.id));
  let rect = NOTHING;
  for (const id of ids) {
    const wasAt = before.layers.findIndex((layer) => layer.id === id);
    const isAt = after.layers.findIndex((layer) => layer.id === id);
    const [wasLayer, isLayer] = [before.layers[wasAt], after.layers[isAt]];
    const moved = wasAt !== isAt && before.layers.length === after.layers.length;
    if (id === viewed && wasLayer && isLayer && wasLayer !== isLayer) {
      rect = uniteRects(rect, uniteRects(layerBounds(wasLayer), layerBounds(isLayer)));
    } else if (moved && isLayer) {
      rect = uniteRects(rect, layerBounds(isLayer));
    }
    rect = uniteRects(rect, layerDamage(before, after, wasLayer, isLayer));
  }
  // A pixel more on every side: resampling and antialiasing reach past the bounds.
  return rect === NOTHING ? NOTHING : roundOut(growRect(rect, 2));
}
