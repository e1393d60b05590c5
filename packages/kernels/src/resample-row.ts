/** Which samples make each output sample along one axis, and how much each counts. */
export interface Taps {
  /** Samples that make one output sample. */
  readonly count: number;
  /** `count` indices for each output sample, inside the input. */
  readonly index: Int32Array;
  /** As many weights; those of one output sample add up to 1. */
  readonly weight: Float32Array;
}

/**
 * One output row of premultiplied RGBA floats from a row of whole-number samples.
 * `from` holds `channels` (3 or 4, straight alpha) samples a pixel, beginning at `offset`;
 * `table` says what a sample stands for in the mixing space, and `top` is its highest value.
 */
export function resampleRow(
  from: Uint8Array | Uint16Array,
  offset: number,
  channels: 3 | 4,
  table: Float32Array,
  taps: Taps,
  to: Float32Array,
): void {
  if (channels === 4) resampleWithAlpha(from, offset, table, taps, to);
  else resampleOpaque(from, offset, table, taps, to);
}

function resampleOpaque(
  from: Uint8Array | Uint16Array,
  offset: number,
  table: Float32Array,
  { count, index, weight }: Taps,
  to: Float32Array,
): void {
  for (let t = 0, o = 0; t < index.length; o += 4) {
    let r = 0;
    let g = 0;
    let b = 0;
    for (let k = 0; k < count; k++, t++) {
      const i = offset + (index[t] as number) * 3;
      const w = weight[t] as number;
      r += w * (table[from[i] as number] as number);
      g += w * (table[from[i + 1] as number] as number);
      b += w * (table[from[i + 2] as number] as number);
    }
    to[o] = r;
    to[o + 1] = g;
    to[o + 2] = b;
    to[o + 3] = 1;
  }
}

function resampleWithAlpha(
  from: Uint8Array | Uint16Array,
  offset: number,
  table: Float32Array,
  { count, index, weight }: Taps,
  to: Float32Array,
): void {
  const top = table.length - 1;
  for (let t = 0, o = 0; t < index.length; o += 4) {
    let r = 0;
    let g = 0;
    let b = 0;
    let a = 0;
    for (let k = 0; k < count; k++, t++) {
      const i = offset + (index[t] as number) * 4;
      const w = ((weight[t] as number) * (from[i + 3] as number)) / top;
      a += w;
      r += w * (table[from[i] as number] as number);
      g += w * (table[from[i + 1] as number] as number);
      b += w * (table[from[i + 2] as number] as number);
    }
    to[o] = r;
    to[o + 1] = g;
    to[o + 2] = b;
    to[o + 3] = a;
  }
}

/** Adds `row` times `weight` to `sum`, sample by sample. */
export function addWeightedRow(sum: Float32Array, row: Float32Array, weight: number): void {
  for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] as number) + weight * (row[i] as number);
}
