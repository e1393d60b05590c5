import { differenceAt } from './cohesion';
import { MARK } from './mark';

/**
 * What nearness to the marks says, as a cost: above 0 near the keep marks, below 0 far from them or
 * near drop marks. Near is measured along the picture: an edge is a long way (Bai and Sapiro 2007).
 */
export function nearnessOf(
  lab: Float32Array,
  marks: Uint8Array,
  width: number,
  height: number,
  beta: number,
): Float32Array {
  if (!marks.includes(MARK.keep)) return new Float32Array(marks.length);
  const steps = stepsOf(lab, width, height, beta);
  const toKeep = wayFrom(marks, MARK.keep, steps, width, height);
  const toDrop = marks.includes(MARK.drop) ? wayFrom(marks, MARK.drop, steps, width, height) : null;
  const out = new Float32Array(marks.length);
  const reach = Math.hypot(width, height) / 8;
  for (let p = 0; p < out.length; p++) {
    const keep = (toKeep[p] as number) / reach;
    const far = 0.36 - 1.08 * Math.min(1, keep / 2);
    if (!toDrop) {
      out[p] = far;
      continue;
    }
    const drop = (toDrop[p] as number) / reach;
    const share = (drop - keep) / (drop + keep + 1e-3);
    out[p] = Math.max(-1.8, Math.min(1.8, far * 0.6 + 1.44 * share));
  }
  return out;
}

/** How long a step is from each pixel to those before it: left, up, up left, and up right. */
interface Steps {
  readonly left: Float32Array;
  readonly up: Float32Array;
  readonly upLeft: Float32Array;
  readonly upRight: Float32Array;
}

/** Lengths of steps, longer over an edge; those out of the picture are left at 0. */
function stepsOf(lab: Float32Array, width: number, height: number, beta: number): Steps {
  const count = width * height;
  const root = Math.sqrt(beta);
  const left = new Float32Array(count);
  const up = new Float32Array(count);
  const upLeft = new Float32Array(count);
  const upRight = new Float32Array(count);
  const over = (p: number, q: number) => 1 + 3 * root * Math.sqrt(differenceAt(lab, p * 3, q * 3));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      if (x > 0) left[p] = over(p, p - 1);
      if (y === 0) continue;
      up[p] = over(p, p - width);
      if (x > 0) upLeft[p] = Math.SQRT2 * over(p, p - width - 1);
      if (x < width - 1) upRight[p] = Math.SQRT2 * over(p, p - width + 1);
    }
  }
  return { left, up, upLeft, upRight };
}

/** The shortest way of every pixel to a mark that there is somewhere. */
function wayFrom(
  marks: Uint8Array,
  mark: number,
  { left, up, upLeft, upRight }: Steps,
  width: number,
  height: number,
): Float32Array {
  const way = new Float32Array(marks.length);
  for (let p = 0; p < way.length; p++) way[p] = marks[p] === mark ? 0 : 1e9;
  const by = (q: number, length: number) => (way[q] as number) + length;
  // Raster scans there and back, a few times, after Toivanen (1996): near enough to the true way.
  for (let sweep = 0; sweep < 3; sweep++) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const p = y * width + x;
        let least = way[p] as number;
        if (x > 0) least = Math.min(least, by(p - 1, left[p] as number));
        if (y > 0) {
          least = Math.min(least, by(p - width, up[p] as number));
          if (x > 0) least = Math.min(least, by(p - width - 1, upLeft[p] as number));
          if (x < width - 1) least = Math.min(least, by(p - width + 1, upRight[p] as number));
        }
        way[p] = least;
      }
    }
    for (let y = height - 1; y >= 0; y--) {
      for (let x = width - 1; x >= 0; x--) {
        const p = y * width + x;
        let least = way[p] as number;
        // The same steps, from their other ends.
        if (x < width - 1) least = Math.min(least, by(p + 1, left[p + 1] as number));
        if (y < height - 1) {
          const below = p + width;
          least = Math.min(least, by(below, up[below] as number));
          if (x > 0) least = Math.min(least, by(below - 1, upRight[below - 1] as number));
          if (x < width - 1) least = Math.min(least, by(below + 1, upLeft[below + 1] as number));
        }
        way[p] = least;
      }
    }
  }
  return way;
}
