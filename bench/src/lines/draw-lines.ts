import type { Point } from '@diplex/document';
import { decodeExactly, encodeExactly } from '@diplex/kernels';

/** A picture with something thin before it, and the exact coverage of that. */
export interface LineCase {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Display-encoded RGB, 0..255. */
  readonly image: Uint8Array;
  /** 0..1 */
  readonly alpha: Float32Array;
  /** Its thin parts as a hand that trembles draws along them, a line each. */
  readonly drawn?: readonly (readonly Point[])[];
}

/** So many samples a pixel along each way: coverage is exact to 1 / 256. */
const SAMPLES = 16;

/** How much a rule covers of each pixel, by counting samples. */
export function coverageOf(
  width: number,
  height: number,
  covers: (x: number, y: number) => boolean,
): Float32Array {
  return Float32Array.from({ length: width * height }, (_, p) => {
    const [left, top] = [p % width, Math.floor(p / width)];
    let inside = 0;
    for (let k = 0; k < SAMPLES * SAMPLES; k++) {
      const x = left + ((k % SAMPLES) + 0.5) / SAMPLES;
      const y = top + (Math.floor(k / SAMPLES) + 0.5) / SAMPLES;
      if (covers(x, y)) inside++;
    }
    return inside / (SAMPLES * SAMPLES);
  });
}

/** Lays a colour over a picture as far as coverage says, in linear light, and rounds to 8 bits. */
export function over(
  backdrop: Uint8Array,
  alpha: Float32Array,
  colourAt: (p: number) => readonly [number, number, number],
): Uint8Array {
  const out = new Uint8Array(backdrop.length);
  for (let p = 0; p < alpha.length; p++) {
    const [share, colour] = [alpha[p] as number, colourAt(p)];
    for (let c = 0; c < 3; c++) {
      const behind = decodeExactly((backdrop[p * 3 + c] as number) / 255);
      const mixed = share * decodeExactly((colour[c] as number) / 255) + (1 - share) * behind;
      out[p * 3 + c] = Math.round(255 * encodeExactly(mixed));
    }
  }
  return out;
}
