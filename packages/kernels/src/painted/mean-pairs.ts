import { callsFor } from '../memory/thread';
import type { Taps } from '../resample/taps';

/** Part of a row of `sums`: pairs, counted from its beginning. */
export interface PairRange {
  readonly from: number;
  readonly count: number;
}

/**
 * Adds 16-bit pairs of value and coverage, times `weight`, to a range of `sums`: pairs of value times
 * coverage and of coverage, 0..1 each. `offset` counts samples.
 */
export function addPairs(
  pairs: Uint16Array,
  offset: number,
  weight: number,
  sums: Float32Array,
  { from, count }: PairRange,
): void {
  const calls = callsFor(pairs, sums);
  if (calls) {
    const into = sums.byteOffset + from * 8;
    calls.addPairs?.(pairs.byteOffset + offset * 2, weight, into, count);
    return;
  }
  for (let i = from * 2, p = offset; i < (from + count) * 2; i += 2, p += 2) {
    const applies = (pairs[p + 1] as number) / 65_535;
    const value = ((pairs[p] as number) / 65_535) * applies;
    sums[i] = (sums[i] as number) + weight * value;
    sums[i + 1] = (sums[i + 1] as number) + weight * applies;
  }
}

/** Weighted sums of neighbouring pairs: one sample of `value` and of `applies` for each of `taps`. */
export function meanRow(
  sums: Float32Array,
  taps: Taps,
  value: Float32Array,
  applies: Float32Array,
  offset: number,
): void {
  const { count, first, weight } = taps;
  const calls = callsFor(sums, weight, value, applies);
  if (calls) {
    const at = offset * 4;
    const [begin, weights] = [first.byteOffset, weight.byteOffset];
    const [v, a] = [value.byteOffset + at, applies.byteOffset + at];
    calls.meanRow?.(sums.byteOffset, begin, weights, count, v, a, first.length);
    return;
  }
  for (let x = 0, t = 0; x < first.length; x++) {
    let i = (first[x] as number) * 2;
    let v = 0;
    let a = 0;
    for (let k = 0; k < count; k++, t++, i += 2) {
      v += (weight[t] as number) * (sums[i] as number);
      a += (weight[t] as number) * (sums[i + 1] as number);
    }
    value[offset + x] = v;
    applies[offset + x] = a;
  }
}
