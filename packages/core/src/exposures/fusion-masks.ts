import { boxMean } from '@diplex/imaging';
import { shareSolver } from './share-solver';

/** Each pixel is solved together with those around it, in squares that reach so far: first widely, then closely. */
const PASSES = [
  { reach: 4, keeps: 1e-3 },
  { reach: 1, keeps: 1e-2 },
] as const;

/** The weights that shares begin from are smoothed over squares that reach so far: they jump from pixel to pixel. */
const SMOOTHED = 4;

/** Solved at a time, so that the products of many frames do not fill the memory. */
const BAND_PIXELS = 400_000;

/** Light darker than this is told apart no better. */
const DARKEST = 0.002;

/** How much a difference of light is seen, where there is so much of it: about the slope of encoding. */
function seen(light: number): number {
  return Math.max(DARKEST, light) ** -0.58;
}

/** Frames, and what they are to draw together, of some whole rows. */
interface Rows {
  readonly width: number;
  readonly frames: readonly Float32Array[];
  readonly wanted: Float32Array;
  readonly weights: readonly Float32Array[];
}

/** The mean around each pixel, with a weight that falls off linearly. */
function around(plane: Float32Array, width: number, reach: number): Float32Array {
  const height = plane.length / width;
  return boxMean(boxMean(plane, width, height, reach), width, height, reach);
}

/**
 * The share of each frame that together come nearest to a picture: least squares on shares that are not below nothing
 * and add up to one, and near given weights where the frames leave it open. Pixels are solved together with those
 * around them, so that noise and lines of one pixel do not become edges of a mask.
 * @param width pixels of a row
 * @param frames values of each frame, three a pixel, in linear light, in which they are mixed
 * @param wanted values of the picture in the same space
 * @param weights shares to keep near to, adding up to one; nothing where a frame has nothing to give
 * @returns shares of each frame, 0..1
 */
export function fusionShares({ width, frames, wanted, weights }: Rows): Float32Array[] {
  const height = wanted.length / 3 / width;
  const margin = 2 * (SMOOTHED + PASSES.reduce((all, { reach }) => all + 2 * reach, 0));
  const rows = Math.max(1, Math.floor(BAND_PIXELS / width));
  const shares = frames.map(() => new Float32Array(wanted.length / 3));
  for (let top = 0; top < height; top += rows) {
    const from = Math.max(0, top - margin);
    const to = Math.min(height, top + rows + margin);
    const of = (plane: Float32Array, values: number) =>
      plane.subarray(from * width * values, to * width * values);
    const band = sharesOfRows({
      width,
      frames: frames.map((frame) => of(frame, 3)),
      wanted: of(wanted, 3),
      weights: weights.map((plane) => of(plane, 1)),
    });
    const [begin, end] = [top * width, Math.min(height, top + rows) * width];
    band.forEach((found, k) => {
      shares[k]?.set(found.subarray(begin - from * width, end - from * width), begin);
    });
  }
  return shares;
}

function sharesOfRows(rows: Rows): Float32Array[] {
  const { width, weights } = rows;
  const steep = rows.wanted.map((light) => seen(light) ** 2);
  let shares = weights.map((of) => around(of, width, SMOOTHED));
  for (const { reach, keeps } of PASSES) {
    const solved = solve(rows, productsOf(rows, steep, reach), shares, keeps);
    shares = solved.map((of) => around(of, width, reach));
  }
  return onlyInside(shares, weights);
}

/** Means around each pixel of frame times frame, the upper half row by row, and of frame times what is wanted. */
interface Products {
  readonly pairs: readonly Float32Array[];
  readonly goals: readonly Float32Array[];
}

function productsOf({ width, frames, wanted }: Rows, steep: Float32Array, reach: number): Products {
  const product = (a: Float32Array, b: Float32Array) => {
    const products = new Float32Array(wanted.length / 3);
    for (let p = 0, i = 0; p < products.length; p++) {
      let sum = 0;
      for (const end = i + 3; i < end; i++) {
        sum += (steep[i] as number) * (a[i] as number) * (b[i] as number);
      }
      products[p] = sum;
    }
    return around(products, width, reach);
  };
  return {
    pairs: frames.flatMap((a, k) => frames.slice(k).map((b) => product(a, b))),
    goals: frames.map((frame) => product(frame, wanted)),
  };
}

/** The shares of every pixel that fit the products around it best. */
function solve(
  { weights }: Rows,
  { pairs, goals }: Products,
  near: readonly Float32Array[],
  keeps: number,
): Float32Array[] {
  const n = near.length;
  const shares = near.map((of) => new Float32Array(of.length));
  const matrix = new Float64Array(n * n);
  const goal = new Float64Array(n);
  const own = new Float64Array(n);
  const free = new Uint8Array(n);
  const solveShares = shareSolver(n);
  const count = shares[0]?.length ?? 0;
  for (let p = 0; p < count; p++) {
    for (let k = 0, at = 0; k < n; k++) {
      for (let j = k; j < n; j++, at++) {
        const pair = pairs[at]?.[p] as number;
        matrix[k * n + j] = pair;
        matrix[j * n + k] = pair;
      }
      matrix[k * n + k] = (matrix[k * n + k] as number) + keeps;
      goal[k] = (goals[k]?.[p] as number) + keeps * (near[k]?.[p] as number);
      free[k] = (weights[k]?.[p] as number) > 0 ? 1 : 0;
    }
    solveShares(matrix, goal, free, own);
    for (let k = 0; k < n; k++) (shares[k] as Float32Array)[p] = own[k] as number;
  }
  return shares;
}

/** Shares with nothing of a frame beyond its edge, adding up to one again. */
function onlyInside(
  shares: readonly Float32Array[],
  weights: readonly Float32Array[],
): Float32Array[] {
  const inside = shares.map((of, k) =>
    of.map((share, p) => ((weights[k]?.[p] as number) > 0 ? share : 0)),
  );
  const count = inside[0]?.length ?? 0;
  for (let p = 0; p < count; p++) {
    const sum = inside.reduce((all, of) => all + (of[p] as number), 0);
    for (const [k, of] of inside.entries()) {
      of[p] = sum > 1e-9 ? (of[p] as number) / sum : (weights[k]?.[p] as number);
    }
  }
  return inside;
}

/**
 * The mask of each frame, laid one over the other from the first on, that gives them these shares: how much of what
 * lies behind each covers. The first needs none.
 */
export function masksOfShares(shares: readonly Float32Array[]): Float32Array[] {
  const count = shares[0]?.length ?? 0;
  const masks = shares.map(() => new Float32Array(count));
  for (let p = 0; p < count; p++) {
    let below = shares[0]?.[p] as number;
    (masks[0] as Float32Array)[p] = 1;
    for (let k = 1; k < shares.length; k++) {
      const own = shares[k]?.[p] as number;
      below += own;
      (masks[k] as Float32Array)[p] = below > 1e-9 ? own / below : 0;
    }
  }
  return masks;
}
