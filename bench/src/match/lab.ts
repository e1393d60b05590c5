import { decodeExactly } from '@diplex/kernels';

/** CIELAB under D65: L, a and b, row by row. */
export interface LabPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Linear sRGB to XYZ (IEC 61966-2-1), each divided by that of white. */
const TO_XYZ = [
  [0.4124564 / 0.95047, 0.3575761 / 0.95047, 0.1804375 / 0.95047],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339 / 1.08883, 0.119192 / 1.08883, 0.9503041 / 1.08883],
] as const;

function bent(value: number): number {
  const [limit, slope] = [216 / 24_389, 24_389 / 27];
  return value > limit ? Math.cbrt(value) : (slope * value + 16) / 116;
}

/** @param samples encoded red, green and blue, 0..255 */
export function labOf(samples: Uint8Array, width: number, height: number): LabPicture {
  const table = Float32Array.from({ length: 256 }, (_, i) => decodeExactly(i / 255));
  const data = new Float32Array(samples.length);
  for (let i = 0; i < samples.length; i += 3) {
    const light = [0, 1, 2].map((c) => table[samples[i + c] as number] as number);
    const [x = 0, y = 0, z = 0] = TO_XYZ.map((row) =>
      bent(row.reduce((sum, share, c) => sum + share * (light[c] as number), 0)),
    );
    data[i] = 116 * y - 16;
    data[i + 1] = 500 * (x - y);
    data[i + 2] = 200 * (y - z);
  }
  return { width, height, data };
}

const RADIANS = Math.PI / 180;

/** The difference of two colours by CIEDE2000 (Sharma, Wu and Dalal 2005), of three numbers each from a place on. */
export function deltaE2000(p: Float32Array, i: number, q: Float32Array, j: number): number {
  const [l1, a1, b1] = [p[i] as number, p[i + 1] as number, p[i + 2] as number];
  const [l2, a2, b2] = [q[j] as number, q[j + 1] as number, q[j + 2] as number];
  const seventh = (c: number) => Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const grey = 0.5 * (1 - seventh((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2));
  const [u1, u2] = [(1 + grey) * a1, (1 + grey) * a2];
  const [c1, c2] = [Math.hypot(u1, b1), Math.hypot(u2, b2)];
  const hue = (b: number, u: number) => (Math.atan2(b, u) / RADIANS + 360) % 360;
  const [h1, h2] = [hue(b1, u1), hue(b2, u2)];
  const coloured = c1 * c2 !== 0;
  const turn = coloured ? ((h2 - h1 + 540) % 360) - 180 : 0;
  const bigH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn * RADIANS) / 2);
  const [l, c] = [(l1 + l2) / 2, (c1 + c2) / 2];
  const apart = Math.abs(h1 - h2) > 180;
  const both = h1 + h2;
  const mean = apart ? (both < 360 ? (both + 360) / 2 : (both - 360) / 2) : both / 2;
  const h = coloured ? mean : both;
  const cos = (angle: number) => Math.cos(angle * RADIANS);
  const t =
    1 - 0.17 * cos(h - 30) + 0.24 * cos(2 * h) + 0.32 * cos(3 * h + 6) - 0.2 * cos(4 * h - 63);
  const away = (l - 50) ** 2;
  const [sl, sc, sh] = [
    1 + (0.015 * away) / Math.sqrt(20 + away),
    1 + 0.045 * c,
    1 + 0.015 * c * t,
  ];
  const rotation =
    -Math.sin(2 * 30 * Math.exp(-(((h - 275) / 25) ** 2)) * RADIANS) * 2 * seventh(c);
  const [dl, dc, dh] = [(l2 - l1) / sl, (c2 - c1) / sc, bigH / sh];
  return Math.sqrt(Math.max(0, dl * dl + dc * dc + dh * dh + rotation * dc * dh));
}
