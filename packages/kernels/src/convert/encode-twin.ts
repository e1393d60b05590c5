import type { Samples } from '../memory/thread';
import { encode, type MixSpaceName } from '../transfer/transfer';

const f = Math.fround;

/** Less than this share is none at all: one divided by it must still be a number. */
const NOTHING = f(1e-20);

/** Added to a small number it leaves room for whole numbers only. */
const ROUNDING = 8_388_608;

/** The nearest whole number, the even one of two. */
function nearest(value: number): number {
  return f(value + ROUNDING) - ROUNDING;
}

/** The twin of encodePixels. */
export function encodePixelsTwin(
  from: Float32Array,
  space: MixSpaceName,
  to: Samples,
  channels: 3 | 4,
  offset: number,
): void {
  const top = to.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  for (let i = 0, o = offset; i < from.length; i += 4, o += channels) {
    const alpha = Math.min(1, Math.max(0, from[i + 3] as number));
    const per = alpha > NOTHING ? f(1 / alpha) : 0;
    for (let c = 0; c < 3; c++) {
      const straight = f((from[i + c] as number) * per);
      const encoded = space === 'light' ? encode(straight) : Math.max(0, Math.min(1, straight));
      to[o + c] = nearest(f(encoded * top));
    }
    if (channels === 4) to[o + 3] = nearest(f(alpha * top));
  }
}
