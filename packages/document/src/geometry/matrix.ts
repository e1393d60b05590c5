/**
 * An affine map of the plane, in the order of the SVG and canvas standards:
 * x' = a x + c y + e, y' = b x + d y + f.
 */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that applies `inner` first and `outer` after it. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [
    a * g + c * h,
    b * g + d * h,
    a * i + c * j,
    b * i + d * j,
    a * k + c * l + e,
    b * k + d * l + f,
  ];
}

/** The map that undoes `m`. Throws a RangeError when `m` flattens the plane to a line or a point. */
export function invert(m: Matrix): Matrix {
  const [a, b, c, d, e, f] = m;
  const determinant = a * d - b * c;
  if (!Number.isFinite(determinant) || Math.abs(determinant) < 1e-12) {
    throw new RangeError('This placement has no extent, so it cannot be turned back.');
  }
  return [
    d / determinant,
    -b / determinant,
    -c / determinant,
    a / determinant,
    (c * f - d * e) / determinant,
    (b * e - a * f) / determinant,
  ];
}

export function transform(m: Matrix, p: Point): Point {
  return { x: m[0] * p.x + m[2] * p.y + m[4], y: m[1] * p.x + m[3] * p.y + m[5] };
}

/** How much longer lengths become, as the root of how much larger surfaces do. */
export function growthOf([a, b, c, d]: Matrix): number {
  return Math.sqrt(Math.abs(a * d - b * c));
}

export function translation(x: number, y: number): Matrix {
  return [1, 0, 0, 1, x, y];
}

export function scaling(x: number, y: number): Matrix {
  return [x, 0, 0, y, 0, 0];
}

/** A turn by `degrees`, clockwise as seen on the screen (y points down). */
export function rotation(degrees: number): Matrix {
  // Quarter turns are exact, so that a picture turned by 90 degrees keeps its pixels.
  const quarters = degrees / 90;
  if (Number.isInteger(quarters)) {
    const [c, s] = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ][((quarters % 4) + 4) % 4] as [number, number];
    return [c, s, s === 0 ? 0 : -s, c, 0, 0];
  }
  const angle = (degrees * Math.PI) / 180;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [c, s, -s, c, 0, 0];
}
