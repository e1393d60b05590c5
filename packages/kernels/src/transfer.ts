/**
 * The transfer function of sRGB (IEC 61966-2-1), between display-encoded values and linear light,
 * both 0..1. The exact functions make tables; the loops read the tables with linear interpolation,
 * whose error stays below 4e-6.
 */
export function decodeExactly(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

export function encodeExactly(light: number): number {
  return light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;
}

const ENCODE_STEPS = 16_384;
const DECODE_STEPS = 4096;
const ENCODE = table(ENCODE_STEPS, encodeExactly);
const DECODE = table(DECODE_STEPS, decodeExactly);

function table(steps: number, f: (x: number) => number): Float64Array {
  // One entry more than there are steps, and one to interpolate towards at exactly 1.
  return Float64Array.from({ length: steps + 2 }, (_, i) => f(Math.min(1, i / steps)));
}

/** Linear light to encoded; values outside 0..1 are clamped. */
export function encode(light: number): number {
  if (light <= 0.0031308) return light <= 0 ? 0 : light * 12.92;
  if (light >= 1) return 1;
  const at = light * ENCODE_STEPS;
  const i = at | 0;
  const low = ENCODE[i] as number;
  return low + ((ENCODE[i + 1] as number) - low) * (at - i);
}

/** Encoded to linear light; values outside 0..1 are clamped. */
export function decode(encoded: number): number {
  if (encoded <= 0) return 0;
  if (encoded >= 1) return 1;
  const at = encoded * DECODE_STEPS;
  const i = at | 0;
  const low = DECODE[i] as number;
  return low + ((DECODE[i + 1] as number) - low) * (at - i);
}

export type MixSpaceName = 'light' | 'encoded';

const tables = new Map<string, Float32Array>();

/** What every whole-number sample of 8 or 16 bits stands for in the mixing space, 0..1. */
export function sampleTable(bits: 8 | 16, space: MixSpaceName): Float32Array {
  const key = `${bits}-${space}`;
  const known = tables.get(key);
  if (known) return known;
  const top = bits === 8 ? 255 : 65_535;
  const made = Float32Array.from({ length: top + 1 }, (_, i) =>
    space === 'light' ? decodeExactly(i / top) : i / top,
  );
  tables.set(key, made);
  return made;
}
