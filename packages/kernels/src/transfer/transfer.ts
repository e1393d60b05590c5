/**
 * The transfer function of sRGB (IEC 61966-2-1), between display-encoded values and linear light,
 * both 0..1. The loops use polynomials in a root of the value (least squares at Chebyshev nodes),
 * evaluated in single precision so that every implementation gives the same bits; they stay within
 * 6e-7 of the exact functions.
 */
export function decodeExactly(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

export function encodeExactly(light: number): number {
  return light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;
}

/** Slopes of the function at 1, which go on beyond it; below 0 it goes on as its straight part. */
const SLOPE_BEYOND_1 = 0.439583333;

/** `encodeExactly` that goes on straight beyond 0..1, as steep as at its ends. */
export function encodeBeyond(light: number): number {
  return light > 1 ? 1 + (light - 1) * SLOPE_BEYOND_1 : encodeExactly(light);
}

/** The inverse of `encodeBeyond`. */
export function decodeBeyond(encoded: number): number {
  return encoded > 1 ? 1 + (encoded - 1) / SLOPE_BEYOND_1 : decodeExactly(encoded);
}

const f = Math.fround;

const [ENCODE_LOW, ENCODE_SLOPE] = [f(0.0031308), f(12.92)];
const [DECODE_LOW, DECODE_SLOPE] = [f(0.04045), f(0.07739938080495357)];
const [PER_GAIN, OFFSET] = [f(0.9478672985781991), f(0.05213270142180095)];

/** Coefficients of the fourth root of light, highest power first. */
const E7 = f(-0.07196584256670382);
const E6 = f(0.3763348390150927);
const E5 = f(-0.865389785308807);
const E4 = f(1.1773361604405754);
const E3 = f(-1.1382080885777897);
const E2 = f(1.4558688530654051);
const E1 = f(0.12453703284094325);
const E0 = f(-0.05851341376347651);

/** Coefficients of the square root of (encoded + 0.055) / 1.055, highest power first. */
const D7 = f(0.0096526983612077);
const D6 = f(-0.07917292991382822);
const D5 = f(0.8910812957648272);
const D4 = f(0.22682255499633497);
const D3 = f(-0.06009917428466329);
const D2 = f(0.013471923681789014);
const D1 = f(-0.001873118108362039);
const D0 = f(0.00011675629400703994);

/** Linear light to encoded; values outside 0..1 are clamped. */
export function encode(light: number): number {
  if (light <= 0) return 0;
  if (light >= 1) return 1;
  const x = f(light);
  if (x <= ENCODE_LOW) return f(x * ENCODE_SLOPE);
  const q = f(Math.sqrt(f(Math.sqrt(x))));
  const high = f(f(f(f(f(f(E7 * q) + E6) * q) + E5) * q) + E4);
  return f(f(f(f(f(f(f(f(high * q) + E3) * q) + E2) * q) + E1) * q) + E0);
}

/** Encoded to linear light; values outside 0..1 are clamped. */
export function decode(encoded: number): number {
  if (encoded <= 0) return 0;
  if (encoded >= 1) return 1;
  const x = f(encoded);
  if (x <= DECODE_LOW) return f(x * DECODE_SLOPE);
  const h = f(Math.sqrt(f(f(x * PER_GAIN) + OFFSET)));
  const high = f(f(f(f(f(f(D7 * h) + D6) * h) + D5) * h) + D4);
  return f(f(f(f(f(f(f(f(high * h) + D3) * h) + D2) * h) + D1) * h) + D0);
}

export type MixSpaceName = 'light' | 'encoded';

/** What every whole-number sample of 8 or 16 bits stands for in the mixing space, 0..1. */
export function makeSampleTable(bits: 8 | 16, space: MixSpaceName): Float32Array {
  const top = bits === 8 ? 255 : 65_535;
  // A product of single precision, as kernels compute it that do without the table.
  const perTop = f(1 / top);
  return Float32Array.from({ length: top + 1 }, (_, i) =>
    space === 'light' ? decodeExactly(i / top) : i * perTop,
  );
}
