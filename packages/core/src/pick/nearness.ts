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
  const toKeep = wayFrom(lab, marks, MARK.keep, width, height, beta);
  const toDrop = wayFrom(lab, marks, MARK.drop, width, height, beta);
  const out = new Float32Array(marks.length);
  if (!toKeep) return out;
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

/** The shortest way of every pixel to a mark, where a step over an edge is longer; null without such marks. */
function wayFrom(
  lab: Float32Array,
  marks: Uint8Array,
  mark: number,
  width: number,
  height: number,
  beta: number,
): Float32Array | null {
  if (!marks.includes(mark)) return null;
  const way = new Float32Array(marks.length);
  for (let p = 0; p < way.length; p++) way[p] = marks[p] === mark ? 0 : 1e9;
  const root = Math.sqrt(beta);
  const step = (p: number, q: number, length: number) => {
    const to =
      (way[q] as number) + length * (1 + 3 * root * Math.sqrt(differenceAt(lab, p * 3, q * 3)));
    if (to < (way[p] as number)) way[p] = to;
  };
  // Raster scans there and back, a few times, after Toivanen (1996): near enough to the true way.
  for (let sweep = 0; sweep < 3; sweep++) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const p = y * width + x;
        if (x > 0) step(p, p - 1, 1);
        if (y === 0) continue;
        step(p, p - width, 1);
        if (x > 0) step(p, p - width - 1, Math.SQRT2);
        if (x < width - 1) step(p, p - width + 1, Math.SQRT2);
      }
    }
    for (let y = height - 1; y >= 0; y--) {
      for (let x = width - 1; x >= 0; x--) {
        const p = y * width + x;
        if (x < width - 1) step(p, p + 1, 1);
        if (y === height - 1) continue;
        step(p, p + width, 1);
        if (x > 0) step(p, p + width - 1, Math.SQRT2);
        if (x < width - 1) step(p, p + width + 1, Math.SQRT2);
      }
    }
  }
  return way;
}
