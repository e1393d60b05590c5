import {
  intersectRects,
  isConvex,
  isEmpty,
  type PlaneMap,
  type Point,
  type Projective,
  projected,
  type Quad,
  type Rect,
  rectToQuad,
} from '@diplex/document';
import type { Footprint } from './choose-level';

/** Sides of cells, in output pixels: of a projective map, and of a bend, which is followed more closely. */
const [PROJECTIVE_CELL, BENT_CELL] = [32, 8];

/** What looks further away than this, in pixels, looks at nothing. */
const FARTHEST = 1e6;

/** A part of the output in which a map is undone by one projective map; the same however the output is divided. */
export interface WarpCell {
  readonly rect: Rect;
  /** From output pixels to pixels of the source. */
  readonly inverse: Projective;
  /** How far one step of output goes in the source, at the middle of the whole cell. */
  readonly footprint: Footprint;
  /** The upright bounds of what the whole cell looks at in the source. */
  readonly seen: Rect;
}

function boundsOf(points: readonly Point[]): Rect {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** How far one step of output goes in the source, at a place of the output. */
function footprintAt([a, b, c, d, e, f, g, h, i]: Projective, { x, y }: Point): Footprint {
  const w = g * x + h * y + i;
  const [u, v] = [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
  return {
    u: Math.hypot(a - u * g, b - u * h) / w,
    v: Math.hypot(d - v * g, e - v * h) / w,
  };
}

/**
 * The cells of an output rectangle, row by row, without those that show nothing of the source.
 * @param map from the source to output pixels
 */
export function warpCells(map: PlaneMap, out: Rect): WarpCell[] {
  const undone = map.undone();
  const { projective } = undone;
  const side = projective ? PROJECTIVE_CELL : BENT_CELL;
  const known = new Map<string, Point | null>();
  const back = (x: number, y: number): Point | null => {
    if (projective) return projected(projective, { x, y });
    // Cells share their corners, and a bend is slow to undo.
    const key = `${x},${y}`;
    const found = known.get(key);
    if (found !== undefined) return found;
    const place = undone.to({ x, y });
    known.set(key, place);
    return place;
  };
  const cells: WarpCell[] = [];
  for (let top = Math.floor(out.y / side) * side; top < out.y + out.height; top += side) {
    for (let left = Math.floor(out.x / side) * side; left < out.x + out.width; left += side) {
      const whole = { x: left, y: top, width: side, height: side };
      const rect = intersectRects(whole, out);
      if (isEmpty(rect)) continue;
      const [right, bottom] = [left + side, top + side];
      const corners = [back(left, top), back(right, top), back(right, bottom), back(left, bottom)];
      if (!corners.every((corner) => corner !== null)) continue;
      const quad = corners as unknown as Quad;
      if (!projective && !isConvex(quad)) continue;
      if (quad.some(({ x, y }) => !(Math.abs(x) + Math.abs(y) < FARTHEST))) continue;
      const inverse = projective ?? rectToQuad(whole, quad);
      const middle = { x: left + side / 2, y: top + side / 2 };
      cells.push({ rect, inverse, footprint: footprintAt(inverse, middle), seen: boundsOf(quad) });
    }
  }
  return cells;
}
