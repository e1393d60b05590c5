import type { Taps } from './taps';

/** The twin of resampleRow. */
export function resampleRowTwin(
  from: Float32Array,
  taps: Taps,
  to: Float32Array,
  toOffset: number,
): void {
  const { count, first, weight } = taps;
  for (let x = 0, t = 0, o = toOffset; x < first.length; x++, o += 4) {
    let r = 0;
    let g = 0;
    let b = 0;
    let a = 0;
    let i = (first[x] as number) * 4;
    for (let k = 0; k < count; k++, t++, i += 4) {
      const w = weight[t] as number;
      r += w * (from[i] as number);
      g += w * (from[i + 1] as number);
      b += w * (from[i + 2] as number);
      a += w * (from[i + 3] as number);
    }
    to[o] = r;
    to[o + 1] = g;
    to[o + 2] = b;
    to[o + 3] = a;
  }
}

/** The twin of weighRows. */
export function weighRowsTwin(
  rows: Float32Array,
  stride: number,
  slots: Int32Array,
  weight: Float32Array,
  to: Float32Array,
  toOffset: number,
): void {
  for (let x = 0; x < stride; x++) {
    let sum = 0;
    for (let k = 0; k < slots.length; k++) {
      sum += (weight[k] as number) * (rows[(slots[k] as number) * stride + x] as number);
    }
    to[toOffset + x] = sum;
  }
}

/** The twin of clampToAlpha. */
export function clampToAlphaTwin(data: Float32Array): void {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = Math.max(0, Math.min(1, data[i + 3] as number));
    data[i + 3] = alpha;
    for (let c = i; c < i + 3; c++) data[c] = Math.max(0, Math.min(alpha, data[c] as number));
  }
}
