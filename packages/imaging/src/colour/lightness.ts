import { decodeExactly } from '@diplex/kernels';

/** L* of CIELAB (D65), 0..100, of an encoded sRGB colour with channels 0..1. */
export function lightness(r: number, g: number, b: number): number {
  const y =
    0.2126729 * decodeExactly(r) + 0.7151522 * decodeExactly(g) + 0.072175 * decodeExactly(b);
  return y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (24389 / 27) * y;
}

/** The encoded grey, 0..1, of a lightness L* 0..100. */
export function greyOfLightness(l: number): number {
  const y = l > 8 ? ((l + 16) / 116) ** 3 : (l * 27) / 24389;
  return y <= 0.0031308 ? y * 12.92 : 1.055 * y ** (1 / 2.4) - 0.055;
}
