import { scratchIntegers } from '../memory/thread';
import type { FloatPixels } from '../resample/sample-turned';

/** A picture, and it at half the size, again and again. The pixels of each level count from the same corner. */
export type FloatLevels = readonly FloatPixels[];

/** The pixels of the finest and the coarsest level, which were made in the same memory as all between them. */
export function endsOf(levels: FloatLevels): readonly [Float32Array, Float32Array] {
  const [first, last] = [levels[0], levels[levels.length - 1]];
  if (!first || !last) throw new RangeError('There is no level to look at.');
  return [first.data, last.data];
}

/** What kernels have to know of the levels: for each its address, corner and extent. */
export function levelsTold(levels: FloatLevels): Int32Array {
  const told = scratchIntegers(levels.length * 5);
  levels.forEach(({ data, x, y, width, height }, i) => {
    told.set([data.byteOffset, x, y, width, height], i * 5);
  });
  return told;
}

/** Adds what a level has between the middles of its pixels, times a weight, to four numbers; nothing beyond the level. */
export function addBetween(
  { data, x: firstX, y: firstY, width, height }: FloatPixels,
  x: number,
  y: number,
  weight: number,
  sum: Float64Array,
): void {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - left, y - top];
  for (let j = 0; j < 2; j++) {
    const row = top + j - firstY;
    if (row < 0 || row >= height) continue;
    for (let i = 0; i < 2; i++) {
      const column = left + i - firstX;
      if (column < 0 || column >= width) continue;
      const share = weight * (i ? u : 1 - u) * (j ? v : 1 - v);
      const at = (row * width + column) * 4;
      for (let c = 0; c < 4; c++) sum[c] = (sum[c] as number) + share * (data[at + c] as number);
    }
  }
}

/** The weights of Catmull and Rom for a place between the second and the third of four. */
export function cubicWeights(t: number): readonly number[] {
  return [
    0.5 * t * (t * (2 - t) - 1),
    0.5 * (t * t * (3 * t - 5) + 2),
    0.5 * t * (t * (4 - 3 * t) + 1),
    0.5 * t * t * (t - 1),
  ];
}

/** Adds what a level has at a place by cubic weights, times a weight; nothing beyond the level. */
export function addCubic(
  { data, x: firstX, y: firstY, width, height }: FloatPixels,
  x: number,
  y: number,
  weight: number,
  sum: Float64Array,
): void {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [across, down] = [cubicWeights(x - left), cubicWeights(y - top)];
  for (let j = 0; j < 4; j++) {
    const row = top - 1 + j - firstY;
    if (row < 0 || row >= height) continue;
    for (let i = 0; i < 4; i++) {
      const column = left - 1 + i - firstX;
      if (column < 0 || column >= width) continue;
      const share = weight * (across[i] as number) * (down[j] as number);
      const at = (row * width + column) * 4;
      for (let c = 0; c < 4; c++) sum[c] = (sum[c] as number) + share * (data[at + c] as number);
    }
  }
}
