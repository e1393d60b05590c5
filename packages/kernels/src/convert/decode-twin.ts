import type { Samples } from '../memory/thread';

const f = Math.fround;

/** The twin of decodeRow. */
export function decodeRowTwin(
  from: Samples,
  offset: number,
  channels: 3 | 4,
  table: Float32Array,
  to: Float32Array,
  toOffset: number,
  pixels: number,
): void {
  const perTop = f(1 / (table.length - 1));
  let i = offset;
  for (let o = toOffset; o < toOffset + pixels * 4; o += 4, i += channels) {
    const alpha = channels === 4 ? f((from[i + 3] as number) * perTop) : 1;
    to[o] = (table[from[i] as number] as number) * alpha;
    to[o + 1] = (table[from[i + 1] as number] as number) * alpha;
    to[o + 2] = (table[from[i + 2] as number] as number) * alpha;
    to[o + 3] = alpha;
  }
}
