import { encode, type MixSpaceName } from './transfer';

/**
 * Premultiplied RGBA floats in the mixing space to straight, encoded whole numbers.
 * `to` takes 4 samples a pixel (RGBA) beginning at `offset`; its type says how many bits.
 * Rounded to the nearest; fully transparent pixels are 0 throughout.
 */
export function encodePixels(
  from: Float32Array,
  space: MixSpaceName,
  to: Uint8Array | Uint8ClampedArray | Uint16Array,
  offset = 0,
): void {
  const top = to.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  for (let i = 0; i < from.length; i += 4) {
    const alpha = Math.min(1, from[i + 3] as number);
    const o = offset + i;
    if (alpha <= 0) {
      to[o] = 0;
      to[o + 1] = 0;
      to[o + 2] = 0;
      to[o + 3] = 0;
      continue;
    }
    const per = 1 / alpha;
    for (let c = 0; c < 3; c++) {
      const straight = (from[i + c] as number) * per;
      const encoded = space === 'light' ? encode(straight) : Math.max(0, Math.min(1, straight));
      to[o + c] = Math.round(encoded * top);
    }
    to[o + 3] = Math.round(alpha * top);
  }
}
