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

/** Each cell of the grid is looked for in so many parts along each side. */
const PARTS = 6;

/** Places are near enough when they are so near, in shares. */
const NEAR = 1e-7;

const ROUNDS = 12;

/** Places further beyond the bounds of a bend than this share of them are not looked for. */
const BEYOND = 0.5;

/** What a bend makes smaller than this, as a share of its surface, cannot be turned back. */
const LEAST_GROWTH = 1e-3;

/**
 * A bend as a map: a tensor spline of Catmull-Rom through the grid's places, which goes on straight beyond the border
 * and is the identity for a plain grid.
 */
export class BendMap {
  /** The grid's places, with one more on each side that goes on straight: x and y. */
  private readonly grid: Float64Array;
  /** Where the corners of a fine grid go, row by row. */
  private readonly seeds: readonly Bent[];
  private readonly across: number;
  private readonly down: number;
  private readonly bounds: { left: number; top: number; right: number; bottom: number };

  constructor(readonly bend: Bend) {
    this.grid = extended(bend);
    this.across = bend.columns * PARTS;
    this.down = bend.rows * PARTS;
    const seeds: Bent[] = [];
    for (let row = 0; row <= this.down; row++) {
      for (let column = 0; column <= this.across; column++) {
        seeds.push(this.to({ x: column / this.across, y: row / this.down }));
      }
    }
    this.seeds = seeds;
    const [xs, ys] = [seeds.map(({ x }) => x), seeds.map(({ y }) => y)];
    const [left, right] = [Math.min(...xs), Math.max(...xs)];
    const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
    const [beyondX, beyondY] = [(right - left) * BEYOND, (bottom - top) * BEYOND];
    this.bounds = {
      ...{ left: left - beyondX, right: right + beyondX },
      ...{ top: top - beyondY, bottom: bottom + beyondY },
    };
  }

  /** Whether it turns some of the plane over, so that places of it lie under others. */
  get foldsOver(): boolean {
    return this.seeds.some(({ xu, xv, yu, yv }) => xu * yv - xv * yu <= LEAST_GROWTH);
  }

  /** Where a place (in shares) goes. */
  to({ x: u, y: v }: Point): Bent {
    const { columns, rows } = this.bend;
    const column = Math.max(0, Math.min(columns - 1, Math.floor(u * columns)));
    const row = Math.max(0, Math.min(rows - 1, Math.floor(v * rows)));
    // Beyond the border the spline goes on as its tangent there.
    const [s, t] = [u * columns - column, v * rows - row];
    const [inS, inT] = [Math.max(0, Math.min(1, s)), Math.max(0, Math.min(1, t))];
    const [over, along] = [weights(inS), weights(inT)];
    let [x, y, xs, ys, xt, yt] = [0, 0, 0, 0, 0, 0];
    for (let j = 0; j < 4; j++) {
      for (let i = 0; i < 4; i++) {
        const at = ((row + j) * (columns + 3) + column + i) * 2;
        const [px, py] = [this.grid[at] as number, this.grid[at + 1] as number];
        const [a, b] = [over.value[i] as number, along.value[j] as number];
        const [da, db] = [over.slope[i] as number, along.slope[j] as number];
        x += a * b * px;
        y += a * b * py;
        xs += da * b * px;
        ys += da * b * py;
        xt += a * db * px;
        yt += a * db * py;
      }
    }
    const [ds, dt] = [s - inS, t - inT];
    return {
      x: x + xs * ds + xt * dt,
      y: y + ys * ds + yt * dt,
      ...{ xu: xs * columns, xv: xt * rows, yu: ys * columns, yv: yt * rows },
    };
  }

  /** The place that goes there (shares), by Newton's method; null where none nearby does. */
  back(to: Point): Point | null {
    const { left, top, right, bottom } = this.bounds;
    if (!(to.x >= left && to.x <= right && to.y >= top && to.y <= bottom)) return null;
    let { x: u, y: v } = this.nearest(to);
    for (let round = 0; round < ROUNDS; round++) {
      const { x, y, xu, xv, yu, yv } = this.to({ x: u, y: v });
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
}

/** The places of a grid and one more on each side, which goes on straight. */
function extended({ columns, rows, points }: Bend): Float64Array {
  const line = columns + 3;
  const grid = new Float64Array(line * (rows + 3) * 2);
  const put = (column: number, row: number, { x, y }: Point) => {
    grid.set([x, y], ((row + 1) * line + column + 1) * 2);
  };
  const at = (column: number, row: number): Point => {
    const i = ((row + 1) * line + column + 1) * 2;
    return { x: grid[i] as number, y: grid[i + 1] as number };
  };
  const on = (edge: Point, inner: Point) => ({ x: 2 * edge.x - inner.x, y: 2 * edge.y - inner.y });
  for (let row = 0; row <= rows; row++) {
    for (let column = 0; column <= columns; column++) {
      put(column, row, points[row * (columns + 1) + column] as Point);
    }
    put(-1, row, on(at(0, row), at(1, row)));
    put(columns + 1, row, on(at(columns, row), at(columns - 1, row)));
  }
  for (let column = -1; column <= columns + 1; column++) {
    put(column, -1, on(at(column, 0), at(column, 1)));
    put(column, rows + 1, on(at(column, rows), at(column, rows - 1)));
  }
  return grid;
}

/** Whether a bend turns some of the plane over, so that places of it lie under others. */
export function foldsOver(bend: Bend): boolean {
  return new BendMap(bend).foldsOver;
}
