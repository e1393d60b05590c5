import {
  type Matrix,
  multiply,
  type OutlinePoint,
  type Point,
  rotation,
  type ShapePart,
  transform,
  translation,
} from '@diplex/document';

/** How far, in output pixels, a polygon may stay from the curve it stands for. */
const FLATNESS = 0.005;
/** A single run of a curve is cut into so many pieces at most. */
const MOST_PIECES = 400;

const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const;

/** The closed polygons of a drawn part in output pixels; `toOutput` takes mask pixels there. */
export function partOutlines(part: ShapePart, toOutput: Matrix): Point[][] {
  if (part.kind === 'outline') {
    return [part.points, ...(part.further ?? [])].map((loop) => flattened(loop, toOutput));
  }
  return [framedOutline(part, toOutput)];
}

function framedOutline(part: Exclude<ShapePart, { kind: 'outline' }>, toOutput: Matrix): Point[] {
  const { x, y, width, height, turn = 0 } = part;
  const centre = { x: x + width / 2, y: y + height / 2 };
  const turned = multiply(
    translation(centre.x, centre.y),
    multiply(rotation(turn), translation(-centre.x, -centre.y)),
  );
  const map = turn === 0 ? toOutput : multiply(toOutput, turned);
  if (part.kind === 'box') {
    return CORNERS.map(([u, v]) => transform(map, { x: x + u * width, y: y + v * height }));
  }
  const growth = Math.max(Math.hypot(map[0], map[1]), Math.hypot(map[2], map[3]));
  const radius = (Math.max(width, height) / 2) * growth;
  const corners = Math.max(16, Math.ceil(Math.PI / Math.acos(1 - FLATNESS / Math.max(1, radius))));
  return Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    return transform(map, {
      x: x + (width / 2) * (1 + Math.cos(angle)),
      y: y + (height / 2) * (1 + Math.sin(angle)),
    });
  });
}

/** A closed path as a polygon: every curve cut into pieces that are straight enough. */
export function flattened(loop: readonly OutlinePoint[], toOutput: Matrix): Point[] {
  return loop.flatMap((point, i) => {
    const next = loop[(i + 1) % loop.length] as OutlinePoint;
    const from = transform(toOutput, point);
    if (!point.out && !next.in) return [from];
    const to = transform(toOutput, next);
    const a = point.out ? transform(toOutput, point.out) : from;
    const b = next.in ? transform(toOutput, next.in) : to;
    // A polygon of n pieces stays within the second differences over 8 n squared.
    const bend = 6 * Math.max(bendOf(from, a, b), bendOf(a, b, to));
    const pieces = Math.max(1, Math.ceil(Math.sqrt(bend / (8 * FLATNESS))));
    const count = Math.min(MOST_PIECES, pieces);
    return Array.from({ length: count }, (_, k) => alongCurve(from, a, b, to, k / count));
  });
}

function bendOf(a: Point, b: Point, c: Point): number {
  return Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y);
}

function alongCurve(from: Point, a: Point, b: Point, to: Point, t: number): Point {
  const s = 1 - t;
  const mix = (axis: 'x' | 'y') =>
    s * s * s * from[axis] +
    3 * s * s * t * a[axis] +
    3 * s * t * t * b[axis] +
    t * t * t * to[axis];
  return { x: mix('x'), y: mix('y') };
}
