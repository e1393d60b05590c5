import type { Point } from './matrix';

/**
 * A smooth bend of the unit square by a grid of places: `(columns + 1) * (rows + 1)` of them, row by row, each where
 * the grid's own place goes, as shares of the width and height.
 */
export interface Bend {
  readonly columns: number;
  readonly rows: number;
  readonly points: readonly Point[];
}

/** A grid that bends nothing. */
export function plainBend(columns: number, rows: number): Bend {
  const points = Array.from({ length: (columns + 1) * (rows + 1) }, (_, i) => ({
    x: (i % (columns + 1)) / columns,
    y: Math.floor(i / (columns + 1)) / rows,
  }));
  return { columns, rows, points };
}

/** Whether a grid lies as one that bends nothing. */
export function isPlain({ columns, rows, points }: Bend): boolean {
  const plain = plainBend(columns, rows).points;
  return points.every((p, i) => {
    const q = plain[i] as Point;
    return Math.abs(p.x - q.x) < 1e-12 && Math.abs(p.y - q.y) < 1e-12;
  });
}

/** A place of the grid; beyond its border it goes on straight. */
function gridPoint({ columns, rows, points }: Bend, column: number, row: number): Point {
  const at = (c: number, r: number) => points[r * (columns + 1) + c] as Point;
  const beyond = (edge: Point, inner: Point, by: number) => ({
    x: edge.x + (edge.x - inner.x) * by,
    y: edge.y + (edge.y - inner.y) * by,
  });
  if (column < 0 || column > columns) {
    const [edge, next, by] =
      column < 0 ? [0, 1, -column] : [columns, columns - 1, column - columns];
    return beyond(
      gridPoint({ columns, rows, points }, edge, row),
      gridPoint({ columns, rows, points }, next, row),
      by,
    );
  }
  if (row < 0) return beyond(at(column, 0), at(column, 1), -row);
  if (row > rows) return beyond(at(column, rows), at(column, rows - 1), row - rows);
  return at(column, row);
}

/** Catmull-Rom weights of four values in a row, and how they change. */
function weights(t: number): { value: number[]; slope: number[] } {
  const [t2, t3] = [t * t, t * t * t];
  return {
    value: [
      ...[-0.5 * t + t2 - 0.5 * t3, 1 - 2.5 * t2 + 1.5 * t3],
      ...[0.5 * t + 2 * t2 - 1.5 * t3, -0.5 * t2 + 0.5 * t3],
    ],
    slope: [
      ...[-0.5 + 2 * t - 1.5 * t2, -5 * t + 4.5 * t2],
      ...[0.5 + 4 * t - 4.5 * t2, -t + 1.5 * t2],
    ],
  };
}

/** Where a place of the unit square goes, and how that changes with it. */
export interface Bent extends Point {
  readonly xu: number;
  readonly xv: number;
  readonly yu: number;
  readonly yv: number;
}

/**
 * Where a place (in shares) goes: a tensor spline of Catmull-Rom through the grid's places, which goes on straight
 * beyond the border and is the identity for a plain grid.
 */
export function bent(bend: Bend, { x: u, y: v }: Point): Bent {
  const { columns, rows } = bend;
  const column = Math.max(0, Math.min(columns - 1, Math.floor(u * columns)));
  const row = Math.max(0, Math.min(rows - 1, Math.floor(v * rows)));
  // Beyond the border the spline goes on as its tangent there.
  const [s, t] = [u * columns - column, v * rows - row];
  const [inS, inT] = [Math.max(0, Math.min(1, s)), Math.max(0, Math.min(1, t))];
  const [across, down] = [weights(inS), weights(inT)];
  let [x, y, xs, ys, xt, yt] = [0, 0, 0, 0, 0, 0];
  for (let j = 0; j < 4; j++) {
    for (let i = 0; i < 4; i++) {
      const p = gridPoint(bend, column + i - 1, row + j - 1);
      const [a, b] = [across.value[i] as number, down.value[j] as number];
      const [da, db] = [across.slope[i] as number, down.slope[j] as number];
      x += a * b * p.x;
      y += a * b * p.y;
      xs += da * b * p.x;
      ys += da * b * p.y;
      xt += a * db * p.x;
      yt += a * db * p.y;
    }
  }
  const [ds, dt] = [s - inS, t - inT];
  return {
    x: x + xs * ds + xt * dt,
    y: y + ys * ds + yt * dt,
    ...{ xu: xs * columns, xv: xt * rows, yu: ys * columns, yv: yt * rows },
  };
}

/** Whether a bend turns some of the plane over, so that places of it lie under others. */
export function foldsOver(bend: Bend): boolean {
  const steps = 4;
  const [across, down] = [bend.columns * steps, bend.rows * steps];
  for (let row = 0; row <= down; row++) {
    for (let column = 0; column <= across; column++) {
      const { xu, xv, yu, yv } = bent(bend, { x: column / across, y: row / down });
      if (xu * yv - xv * yu <= LEAST_GROWTH) return true;
    }
  }
  return false;
}

/** What a bend makes smaller than this, as a share of its surface, cannot be turned back. */
const LEAST_GROWTH = 1e-3;

/** Each cell of the grid is looked for in so many parts along each side. */
const PARTS = 6;

/** Places are near enough when they are so near, in shares. */
const NEAR = 1e-7;

const ROUNDS = 12;

/** A bend with what is needed to go back quickly. */
export class BendMap {
  /** Where the corners of a fine grid go, row by row. */
  private readonly seeds: readonly Bent[];
  private readonly across: number;
  private readonly down: number;

  constructor(readonly bend: Bend) {
    this.across = bend.columns * PARTS;
    this.down = bend.rows * PARTS;
    const seeds: Bent[] = [];
    for (let row = 0; row <= this.down; row++) {
      for (let column = 0; column <= this.across; column++) {
        seeds.push(bent(bend, { x: column / this.across, y: row / this.down }));
      }
    }
    this.seeds = seeds;
  }

  /** The place that goes there (shares), by Newton's method; null where none nearby does. */
  back(to: Point, near?: Point): Point | null {
    const begun = near ? this.refined(near, to) : null;
    return begun ?? this.refined(this.nearest(to), to);
  }

  private nearest({ x, y }: Point): Point {
    let [best, at] = [Number.POSITIVE_INFINITY, 0];
    for (let i = 0; i < this.seeds.length; i++) {
      const seed = this.seeds[i] as Bent;
      const far = (seed.x - x) ** 2 + (seed.y - y) ** 2;
      if (far < best) [best, at] = [far, i];
    }
    const column = at % (this.across + 1);
    return { x: column / this.across, y: Math.floor(at / (this.across + 1)) / this.down };
  }

  private refined(from: Point, to: Point): Point | null {
    let { x: u, y: v } = from;
    for (let round = 0; round < ROUNDS; round++) {
      const { x, y, xu, xv, yu, yv } = bent(this.bend, { x: u, y: v });
      const [dx, dy] = [to.x - x, to.y - y];
      const determinant = xu * yv - xv * yu;
      if (Math.abs(determinant) < 1e-9) return null;
      const [du, dv] = [(yv * dx - xv * dy) / determinant, (xu * dy - yu * dx) / determinant];
      u += du;
      v += dv;
      if (Math.abs(du) + Math.abs(dv) < NEAR) return { x: u, y: v };
    }
    return null;
  }
}
