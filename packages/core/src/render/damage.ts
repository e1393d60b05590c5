import {
  boundsAfter,
  type Composition,
  FRINGE_WIDTH,
  growRect,
  intersectRects,
  isOfColours,
  isTiled,
  type Layer,
  layerBounds,
  type Mask,
  type MaskPart,
  maskMatrix,
  maskOf,
  type OutlinePoint,
  PAINTED_TILE_SIZE,
  type Rect,
  roundOut,
  type Tiled,
  uniteRects,
} from '@diplex/document';
import { chokeSupport } from '../mask/choke';
import { featherSupport } from '../mask/feather';
import { hasFringe } from './clean-fringe';
import { tintReach } from './edge-tint';
import { looksElsewhere } from './tone-layers';

const NOTHING: Rect = { x: 0, y: 0, width: 0, height: 0 };
const NO_TILES: Tiled = { tiles: {} };

/** How far past a changed mask pixel its feathers reach, in composition pixels. */
export function maskSupport(mask: Mask): number {
  // A wide feather is drawn on a coarser grid, which reaches a little farther than its kernel.
  const reach = (sigma: number) => featherSupport(sigma) + sigma;
  const part = Math.max(0, ...mask.parts.map((each) => reach(each.feather)));
  // As far as colours are gathered for a clean fringe, and a little more for its steps.
  const fringe = hasFringe(mask) ? (mask.fringeWidth ?? FRINGE_WIDTH) * 2 : 0;
  return (
    // At small scales steps are wider.
    2 * tintReach(mask, 1) +
    fringe +
    part +
    reach(mask.feather) +
    reach(mask.evened ?? 0) +
    chokeSupport(mask.choke ?? 0) +
    2
  );
}

/** The tiles that two states of something do not share, as one rectangle of mask pixels. */
function changedTiles(before: Tiled, after: Tiled): Rect {
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

/** The mask pixels that a part can change; null when that may be all of them. */
function partReach(part: MaskPart): Rect | null {
  if (!part.shown) return NOTHING;
  if (part.combine === 'intersect') return null;
  if (part.kind === 'painted') return changedTiles(NO_TILES, part);
  if (part.kind === 'ramp' || isOfColours(part)) return null;
  if (part.combine === 'replace' || part.inverted) return null;
  if (part.kind === 'picked') return changedTiles(NO_TILES, part);
  if (part.kind !== 'outline') return part.turn ? boundsOfTurned(part) : part;
  return boundsOfLoops([part.points, ...(part.further ?? [])]);
}

/** A frame turned about its middle stays within the circle round its corners. */
function boundsOfTurned({ x, y, width, height }: Rect): Rect {
  const reach = Math.hypot(width, height) / 2;
  const [cx, cy] = [x + width / 2, y + height / 2];
  return { x: cx - reach, y: cy - reach, width: 2 * reach, height: 2 * reach };
}

/** Curves stay within their points and handles. */
function boundsOfLoops(loops: readonly (readonly OutlinePoint[])[]): Rect {
  const all = loops.flat().flatMap((point) => [point, point.in ?? point, point.out ?? point]);
  const least = (axis: 'x' | 'y') => all.reduce((low, p) => Math.min(low, p[axis]), Infinity);
  const most = (axis: 'x' | 'y') => all.reduce((high, p) => Math.max(high, p[axis]), -Infinity);
  const [x, y] = [least('x'), least('y')];
  return { x, y, width: most('x') - x, height: most('y') - y };
}

/** True when nothing but the tiles of a part differs (and what they come from), which therefore stays local. */
function onlyTilesChanged(before: MaskPart, after: MaskPart): boolean {
  if (!isTiled(before) || !isTiled(after) || before.kind !== after.kind) return false;
  const same = { tiles: 0, strokes: 0, name: '', recipe: 0, seen: '' };
  return (
    after.combine !== 'intersect' &&
    JSON.stringify({ ...before, ...same }) === JSON.stringify({ ...after, ...same })
  );
}

/** What a change of one part may touch, in mask pixels; null for the whole mask. */
function partDamage(was: MaskPart | undefined, is: MaskPart | undefined): Rect | null {
  if (was === is) return NOTHING;
  if (was && is && onlyTilesChanged(was, is)) {
    return changedTiles(was as Tiled, is as Tiled);
  }
  const [before, after] = [was ? partReach(was) : NOTHING, is ? partReach(is) : NOTHING];
  return before && after ? uniteRects(before, after) : null;
}

/** What a change of a layer's mask may touch, in composition pixels; null for the layer as a whole. */
function maskDamage(before: Mask, after: Mask, layer: Layer): Rect | null {
  const whole = (mask: Mask) => ({ ...mask, parts: 0, fringeBrushed: 0 });
  if (!same(whole(before), whole(after))) return null;
  const ids = (mask: Mask, other: Mask) =>
    mask.parts.map((part) => part.id).filter((id) => other.parts.some((part) => part.id === id));
  if (ids(before, after).join() !== ids(after, before).join()) return null;
  let rect = changedTiles(before.fringeBrushed ?? NO_TILES, after.fringeBrushed ?? NO_TILES);
  for (const id of new Set([...before.parts, ...after.parts].map((part) => part.id))) {
    const find = (mask: Mask) => mask.parts.find((part) => part.id === id);
    const touched = partDamage(find(before), find(after));
    if (!touched) return null;
    rect = uniteRects(rect, touched);
  }
  if (rect === NOTHING) return NOTHING;
  const margin = Math.max(maskSupport(before), maskSupport(after));
  return growRect(boundsAfter(maskMatrix(layer), rect), margin);
}

/** Whether two parts of a document say the same: what was tried out and is then done looks the same. */
function same(was: unknown, is: unknown): boolean {
  return was === is || JSON.stringify(was) === JSON.stringify(is);
}

function layerDamage(
  before: Composition,
  after: Composition,
  was: Layer | undefined,
  is: Layer | undefined,
): Rect {
  const whole = uniteRects(was ? layerBounds(was) : NOTHING, is ? layerBounds(is) : NOTHING);
  if (!was || !is || !same(was, is)) {
    const hidden = !was?.shown && !is?.shown;
    return hidden && was && is ? NOTHING : whole;
  }
  const [wasMask, isMask] = [maskOf(before, was), maskOf(after, is)];
  if (same(wasMask, isMask)) return NOTHING;
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
    if (id === viewed && wasLayer && isLayer && !same(wasLayer, isLayer)) {
      rect = uniteRects(rect, uniteRects(layerBounds(wasLayer), layerBounds(isLayer)));
    } else if (moved && isLayer) {
      rect = uniteRects(rect, layerBounds(isLayer));
    }
    rect = uniteRects(rect, layerDamage(before, after, wasLayer, isLayer));
  }
  // Masks that look at other layers may change with any of them.
  if (rect !== NOTHING) {
    const elsewhere = [before, after].flatMap((each) =>
      each.layers.filter((layer) => looksElsewhere(each, layer)),
    );
    for (const layer of elsewhere) rect = uniteRects(rect, layerBounds(layer));
  }
  // A pixel more on every side: resampling and antialiasing reach past the bounds.
  return rect === NOTHING ? NOTHING : roundOut(growRect(rect, 2));
}
