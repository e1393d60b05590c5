import { decodeExactly } from '@diplex/kernels';

type Vector = readonly [number, number, number];
type Matrix3 = readonly [Vector, Vector, Vector];

/** Linear sRGB to XYZ (IEC 61966-2-1). */
const RGB_TO_XYZ: Matrix3 = [
  [0.4123908, 0.3575843, 0.1804808],
  [0.212639, 0.7151687, 0.0721923],
  [0.0193308, 0.1191948, 0.9505322],
];

/** XYZ to the cone-like responses of Bradford's chromatic adaptation. */
const BRADFORD: Matrix3 = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];

function dot(a: Vector, b: Vector): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

function applied(m: Matrix3, v: Vector): Vector {
  return [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
}

function product(a: Matrix3, b: Matrix3): Matrix3 {
  const column = (i: 0 | 1 | 2): Vector => [b[0][i], b[1][i], b[2][i]];
  const row = (r: Vector): Vector => [dot(r, column(0)), dot(r, column(1)), dot(r, column(2))];
  return [row(a[0]), row(a[1]), row(a[2])];
}

function inverse([[a, b, c], [d, e, f], [g, h, i]]: Matrix3): Matrix3 {
  const [p, q, r] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const all = a * p + b * q + c * r;
  return [
    [p / all, (c * h - b * i) / all, (b * f - c * e) / all],
    [q / all, (a * i - c * g) / all, (c * d - a * f) / all],
    [r / all, (b * g - a * h) / all, (a * e - b * d) / all],
  ];
}

const TO_CONES = product(BRADFORD, RGB_TO_XYZ);
const FROM_CONES = inverse(TO_CONES);

type Chromaticity = readonly [u: number, v: number];

/** CIE 1960 chromaticity of daylight of a correlated colour temperature, in kelvin (CIE 15, 4000 to 7000 K). */
function daylight(kelvin: number): Chromaticity {
  const [t1, t2, t3] = [1e3 / kelvin, 1e6 / kelvin ** 2, 1e9 / kelvin ** 3];
  const x = -4.607 * t3 + 2.9678 * t2 + 0.09911 * t1 + 0.244063;
  const y = -3 * x * x + 2.87 * x - 0.275;
  const all = -2 * x + 12 * y + 3;
  return [(4 * x) / all, (6 * y) / all];
}

/** Logarithms of the responses to a light of a chromaticity, of luminance 1. */
function logCones([u, v]: Chromaticity): Vector {
  const all = 2 * u - 8 * v + 4;
  const [x, y] = [(3 * u) / all, (2 * v) / all];
  const [l, m, s] = applied(BRADFORD, [x / y, 1, (1 - x - y) / y]);
  return [Math.log(l), Math.log(m), Math.log(s)];
}

/** What each response counts for luminance where there is white. */
const WEIGHTS = ((): Vector => {
  const [, toY] = inverse(BRADFORD);
  const white = applied(TO_CONES, [1, 1, 1]);
  const parts = [toY[0] * white[0], toY[1] * white[1], toY[2] * white[2]] as const;
  const all = parts[0] + parts[1] + parts[2];
  return [parts[0] / all, parts[1] / all, parts[2] / all];
})();

function difference(a: Vector, b: Vector): Vector {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

/** The same change without what it does to luminance. */
function withoutLuminance(change: Vector): Vector {
  const mean = dot(change, WEIGHTS);
  return [change[0] - mean, change[1] - mean, change[2] - mean];
}

const MIRED_OF_WHITE = 1e6 / 6504;

/** The ways of both amounts: what a unit of each adds to the logarithms of the responses. */
const [WARMER, PINKER] = (() => {
  const at = (mired: number) => daylight(1e6 / mired);
  const [before, white, after] = [-5, 0, 5].map((by) => at(MIRED_OF_WHITE + by)) as [
    Chromaticity,
    Chromaticity,
    Chromaticity,
  ];
  const warmer = difference(logCones(after), logCones(before)).map((each) => each / 10);
  // Across the way of daylight, away from green: by 0.0004 of CIE 1960 for each unit.
  const [du, dv] = [after[0] - before[0], after[1] - before[1]];
  const length = Math.hypot(du, dv);
  const side: Chromaticity = [dv / length, -du / length];
  const away = side[1] < 0 ? 1 : -1;
  const step = 0.0004 * 5 * away;
  const to = ([u, v]: Chromaticity, by: number): Chromaticity => [
    u + side[0] * by,
    v + side[1] * by,
  ];
  const across = difference(logCones(to(white, step)), logCones(to(white, -step)));
  const pinker = across.map((each) => each / 10);
  return [
    withoutLuminance(warmer as unknown as Vector),
    withoutLuminance(pinker as unknown as Vector),
  ];
})();

/**
 * What takes linear sRGB to another white: the responses of Bradford's adaptation times gains whose logarithms grow
 * with both amounts, so that an amount and its opposite cancel exactly and their order does not matter. A
 * neutral grey keeps its luminance to first order.
 * @param temperature in mired along the way of daylight (CIE 15) at D65, warmer above 0
 * @param tint across it: 0.0004 of CIE 1960 (u, v) a unit, towards magenta above 0
 */
export function balanceMatrix(temperature: number, tint: number): Matrix3 {
  const gain = (i: 0 | 1 | 2) => Math.exp(temperature * WARMER[i] + tint * PINKER[i]);
  const scaled = TO_CONES.map((row, i) => {
    const by = gain(i as 0 | 1 | 2);
    return [row[0] * by, row[1] * by, row[2] * by] as Vector;
  });
  return product(FROM_CONES, scaled as unknown as Matrix3);
}

/** The same for straight, encoded values, 0..1. */
export function balanceForEncoded(colour: Vector): ReturnType<typeof balanceFor> {
  const [r, g, b] = colour;
  return balanceFor([decodeExactly(r), decodeExactly(g), decodeExactly(b)]);
}

/**
 * The amounts that make a colour neutral.
 * @param light linear sRGB of a colour that should be grey
 * @returns null where it is too dark to tell
 */
export function balanceFor(light: Vector): { temperature: number; tint: number } | null {
  const cones = applied(TO_CONES, light);
  if (Math.min(...cones) < 1e-4) return null;
  const white = applied(TO_CONES, [1, 1, 1]);
  const logs = cones.map((each, i) => Math.log((white[i] as number) / each)) as unknown as Vector;
  // Both ratios of the responses have to become those of white.
  const ratios = (v: Vector) => [v[0] - v[1], v[2] - v[1]] as const;
  const [[p, q], [a, c], [b, d]] = [ratios(logs), ratios(WARMER), ratios(PINKER)];
  const all = a * d - b * c;
  return { temperature: (p * d - b * q) / all, tint: (a * q - c * p) / all };
}
