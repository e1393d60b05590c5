import type { Matrix, Point } from './matrix';
import type { Rect } from './rect';

/**
 * A projective map of the plane, row by row: x' = (a x + b y + c) / w, y' = (d x + e y + f) / w with
 * w = g x + h y + i.
 */
export type Projective = readonly [
  ...[a: number, b: number, c: number],
  ...[d: number, e: number, f: number],
  ...[g: number, h: number, i: number],
];

/** Where the corners of something lie: upper left, upper right, lower right, lower left. */
export type Quad = readonly [Point, Point, Point, Point];

/**
 * Places with less than this of the third coordinate, which is 1 at the nearest corner of what is drawn out, lie too
 * near the viewer, or behind: what is there would be without end.
 */
const HORIZON = 0.2;

/**
 * The map back gives places so many times as far away as the nearest corner. Its third coordinate is one over that of the
 * map, and is drawn out by this so that what lies far away is not taken for what lies too near.
 */
const FARTHEST = 50;

export function projectiveOf([a, b, c, d, e, f]: Matrix): Projective {
  return [a, c, e, b, d, f, 0, 0, 1];
}

/** The affine map that a projective one is; null where lines that ran side by side meet. */
export function affineOf([a, b, c, d, e, f, g, h, i]: Projective): Matrix | null {
  return g === 0 && h === 0 ? [a / i, d / i, b / i, e / i, c / i, f / i] : null;
}

/** The map that applies `inner` first and `outer` after it. */
export function multiplyProjective(outer: Projective, inner: Projective): Projective {
  const out = new Array<number>(9);
  for (let row = 0; row < 3; row++) {
    for (let column = 0; column < 3; column++) {
      let sum = 0;
      for (let k = 0; k < 3; k++) {
        sum += (outer[row * 3 + k] as number) * (inner[k * 3 + column] as number);
      }
      out[row * 3 + column] = sum;
    }
  }
  return out as unknown as Projective;
}

/** The map that undoes `m`. Throws a RangeError when `m` flattens the plane to a line or a point. */
export function invertProjective(m: Projective): Projective {
  const [a, b, c, d, e, f, g, h, i] = m;
  const [A, B, C] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const determinant = a * A + b * B + c * C;
  if (!Number.isFinite(determinant) || Math.abs(determinant) < 1e-18) {
    throw new RangeError('These corners have no extent, so they cannot be turned back.');
  }
  const out = [
    ...[A, c * h - b * i, b * f - c * e],
    ...[B, a * i - c * g, c * d - a * f],
    ...[C, b * g - a * h, a * e - b * d],
  ];
  const by = (FARTHEST * HORIZON) / determinant;
  return out.map((value) => value * by) as unknown as Projective;
}

/** Where a place goes; null at the horizon and beyond it. */
export function projected(m: Projective, { x, y }: Point): Point | null {
  const w = m[6] * x + m[7] * y + m[8];
  if (w <= HORIZON) return null;
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w };
}

/** The affine map that a projective one is like around a place, without where that goes. */
export function derivativeAt([a, b, c, d, e, f, g, h, i]: Projective, { x, y }: Point): Matrix {
  const w = g * x + h * y + i;
  const [u, v] = [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
  return [(a - u * g) / w, (d - v * g) / w, (b - u * h) / w, (e - v * h) / w, 0, 0];
}

/** What is drawn ends a little before the horizon, so that its bounds hold all of it. */
const CUT = 1.1 * HORIZON;

/** Whether what a map back takes to such a third coordinate is seen: it lies neither too near, nor behind the viewer. */
export function isSeenBack(w: number): boolean {
  return w > HORIZON && w < (FARTHEST * HORIZON) / CUT;
}

/** Where a convex polygon goes, without what lies at the horizon or beyond it (Sutherland and Hodgman 1974). */
export function projectedPolygon(m: Projective, points: readonly Point[]): readonly Point[] {
  const far = ({ x, y }: Point) => m[6] * x + m[7] * y + m[8] - CUT;
  const kept = points.flatMap((point, i) => {
    const next = points[(i + 1) % points.length] as Point;
    const [here, there] = [far(point), far(next)];
    const own = here >= 0 ? [point] : [];
    if (here < 0 === there < 0) return own;
    const share = here / (here - there);
    const crossing = {
      x: point.x + (next.x - point.x) * share,
      y: point.y + (next.y - point.y) * share,
    };
    return [...own, crossing];
  });
  return kept.flatMap((point) => projected(m, point) ?? []);
}

/** The map from the unit square to a quad (Heckbert 1989, section 2.2.3). */
function squareToQuad([p0, p1, p2, p3]: Quad): Projective {
  const [dx1, dx2] = [p1.x - p2.x, p3.x - p2.x];
  const [dy1, dy2] = [p1.y - p2.y, p3.y - p2.y];
  const [sx, sy] = [p0.x - p1.x + p2.x - p3.x, p0.y - p1.y + p2.y - p3.y];
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / determinant;
  const h = (dx1 * sy - sx * dy1) / determinant;
  return [
    ...([p1.x - p0.x + g * p1.x, p3.x - p0.x + h * p3.x, p0.x] as const),
    ...([p1.y - p0.y + g * p1.y, p3.y - p0.y + h * p3.y, p0.y] as const),
    ...([g, h, 1] as const),
  ];
}

/** The projective map that takes the corners of a rectangle to those of a quad; its third coordinate is 1 at the nearest. */
export function rectToQuad({ x, y, width, height }: Rect, quad: Quad): Projective {
  const toShares: Projective = [1 / width, 0, -x / width, 0, 1 / height, -y / height, 0, 0, 1];
  const map = multiplyProjective(squareToQuad(quad), toShares);
  const nearest = Math.min(
    ...cornersOf({ x, y, width, height }).map((p) => map[6] * p.x + map[7] * p.y + map[8]),
  );
  return map.map((value) => value / nearest) as unknown as Projective;
}

export function cornersOf({ x, y, width, height }: Rect): Quad {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

/** Corners nearer than this to being in line, as a share of the sides' lengths, span nothing. */
const LEAST_CORNER = 1e-3;

/** Whether corners go round in one sense with none dented in, so that a picture can be laid between them. */
export function isConvex(quad: Quad): boolean {
  const turns = quad.map((corner, i) => {
    const before = quad[(i + 3) % 4] as Point;
    const after = quad[(i + 1) % 4] as Point;
    const [ax, ay] = [corner.x - before.x, corner.y - before.y];
    const [bx, by] = [after.x - corner.x, after.y - corner.y];
    const lengths = Math.hypot(ax, ay) * Math.hypot(bx, by);
    return lengths > 0 ? (ax * by - ay * bx) / lengths : 0;
  });
  return turns.every((turn) => turn > LEAST_CORNER) || turns.every((turn) => turn < -LEAST_CORNER);
}
