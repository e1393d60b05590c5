import { callsFor, type Samples } from '../memory/thread';
import { decodeRowTwin } from './decode-twin';

/** What the middle 8-bit sample stands for in the encoded mixing space. */
const STRAIGHT = Math.fround(128 * Math.fround(1 / 255));

/**
 * Whole-number samples (RGB, or RGBA with straight alpha) to premultiplied RGBA floats in the mixing
 * space. `table` says what a sample stands for there, see `sampleTable`; offsets count samples and
 * floats.
 */
export function decodeRow(
  from: Samples,
  offset: number,
  channels: 3 | 4,
  table: Float32Array,
  to: Float32Array,
  toOffset: number,
  pixels: number,
): void {
  const calls = callsFor(from, table, to);
  if (!calls) return decodeRowTwin(from, offset, channels, table, to, toOffset, pixels);
  const size = from.BYTES_PER_ELEMENT;
  const [at, into] = [from.byteOffset + offset * size, to.byteOffset + toOffset * 4];
  // Where samples stand for themselves they need not be looked up.
  const straight = size === 1 && table[128] === STRAIGHT;
  if (straight && channels === 4) calls.decodeEncodedRow?.(at, into, pixels);
  else if (straight) calls.decodeOpaqueRow?.(at, into, pixels);
  else calls.decodeRow?.(at, channels, size - 1, table.byteOffset, into, pixels);
}
