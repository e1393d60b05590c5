import { callsFor, type Samples } from '../memory/thread';
import type { MixSpaceName } from '../transfer/transfer';
import { encodePixelsTwin } from './encode-twin';

/**
 * Premultiplied RGBA floats in the mixing space to straight, encoded whole numbers.
 * `to` takes 4 samples a pixel (RGBA), or 3 where `channels` leaves alpha out, beginning at `offset`;
 * its type says how many bits. Rounded to the nearest; transparent pixels are 0 throughout.
 */
export function encodePixels(
  from: Float32Array,
  space: MixSpaceName,
  to: Samples,
  offset = 0,
  channels: 3 | 4 = 4,
): void {
  const calls = callsFor(from, to);
  if (!calls) return encodePixelsTwin(from, space, to, channels, offset);
  const size = to.BYTES_PER_ELEMENT;
  const [light, wide] = [space === 'light' ? 1 : 0, size - 1];
  const into = to.byteOffset + offset * size;
  const kernel = channels === 4 ? calls.encodePixels : calls.encodeOpaque;
  kernel?.(from.byteOffset, into, light, wide, from.length / 4);
}
