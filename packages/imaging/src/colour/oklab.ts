import { decodeExactly } from '@diplex/kernels';

/** What the samples of `bits` bits stand for in linear light, 0..1. */
export function lightTable(bits: 8 | 16): Float32Array {
  const known = TABLES.get(bits);
  if (known) return known;
  const top = 2 ** bits - 1;
  const table = Float32Array.from({ length: top + 1 }, (_, i) => decodeExactly(i / top));
  TABLES.set(bits, table);
  return table;
}

const TABLES = new Map<8 | 16, Float32Array>();

const number = new Float32Array(1);
const pattern = new Int32Array(number.buffer);

/**
 * The cube root of a number of at least 0, to seven digits: a third of the exponent as a first guess,
 * then two steps of Halley's method.
 */
export function cubeRoot(value: number): number {
  if (value <= 1e-12) return 0;
  number[0] = value;
  pattern[0] = Math.trunc((pattern[0] as number) / 3) + 709_921_077;
  let root = number[0] as number;
  let cube = root * root * root;
  root *= (cube + 2 * value) / (2 * cube + value);
  cube = root * root * root;
  return (root * (cube + 2 * value)) / (2 * cube + value);
}

/**
 * OKLab (Ottosson 2020) of sRGB samples: lightness 0..1, then a and b, three floats a pixel.
 * @param samples straight, display-encoded RGB or RGBA
 * @param first the first sample to read
 */
export function oklabOf(
  samples: Uint8Array | Uint16Array,
  first: number,
  channels: 3 | 4,
  count: number,
  out: Float32Array,
  outFirst = 0,
): void {
  const table = lightTable(samples.BYTES_PER_ELEMENT === 1 ? 8 : 16);
  for (let p = 0, i = first, o = outFirst; p < count; p++, i += channels, o += 3) {
    const r = table[samples[i] as number] as number;
    const g = table[samples[i + 1] as number] as number;
    const b = table[samples[i + 2] as number] as number;
    oklabOfLight(r, g, b, out, o);
  }
}

/** OKLab of a colour in linear light, into three places of `out`. */
export function oklabOfLight(
  r: number,
  g: number,
  b: number,
  out: Float32Array | Float64Array,
  o = 0,
): void {
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[o] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[o + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[o + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** The colour in linear light of an OKLab colour, into three places of `out`; the inverse of `oklabOfLight`. */
export function lightOfOklab(
  lightness: number,
  a: number,
  b: number,
  out: Float32Array | Float64Array,
  o = 0,
): void {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  out[o] = 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s;
  out[o + 1] = -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s;
  out[o + 2] = -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s;
}
