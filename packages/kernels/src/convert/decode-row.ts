import { callsFor, type Samples } from '../memory/thread';
import { decodeRowTwin } from './decode-twin';

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
  calls.decodeRow?.(at, channels, size - 1, table.byteOffset, into, pixels);
}
