import { growRect } from '@diplex/document';
import { unwrittenImage } from '@diplex/imaging';
import type { FloatPixels } from '@diplex/kernels';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { paints } from '../painted';
import type { oil } from './definition';

type Values = ValuesOf<typeof oil.fields>;

/** A larger brush, in pixels of the drawing, works on a smaller one. */
const WIDEST = 6;

/** The brush is divided into so many sectors, which meet softly. */
const SECTORS = 8;
const ETA = 1 / Math.cos(Math.PI / SECTORS) ** 2;

/** How fast a brush falls off to its edge. */
const FALLS = 3.125;

/** How far slopes are gathered to tell which way the picture goes, in pixels of the drawing. */
const NEAR = 3;

/** So much longer than wide the brush is at the most. */
const LONGEST = 1;

/** Slopes of lightness: three for each pixel (across times across, across times down, down times down). */
function slopesOf({ data, width, height }: FloatPixels): Float32Array {
  const made = new Float32Array(width * height * 3);
  const luma = (x: number, y: number) => {
    const i =
      (Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x))) * 4;
    return (
      0.3 * (data[i] as number) + 0.59 * (data[i + 1] as number) + 0.11 * (data[i + 2] as number)
    );
  };
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p += 3) {
      const [dx, dy] = [luma(x + 1, y) - luma(x - 1, y), luma(x, y + 1) - luma(x, y - 1)];
      made[p] = dx * dx;
      made[p + 1] = dx * dy;
      made[p + 2] = dy * dy;
    }
  }
  return smoothedThree(smoothedThree(made, width, height, 1), width, height, width);
}

/** Means of triples over a few neighbours along one way. */
function smoothedThree(
  from: Float32Array,
  width: number,
  height: number,
  step: number,
): Float32Array {
  const made = new Float32Array(from.length);
  for (let p = 0; p < width * height; p++) {
    const [at, count] = step === 1 ? [p % width, width] : [Math.floor(p / width), height];
    let all = 0;
    for (let k = -NEAR; k <= NEAR; k++) {
      if (at + k < 0 || at + k >= count) continue;
      const weight = NEAR + 1 - Math.abs(k);
      all += weight;
      for (let c = 0; c < 3; c++) {
        made[p * 3 + c] =
          (made[p * 3 + c] as number) + weight * (from[(p + k * step) * 3 + c] as number);
      }
    }
    for (let c = 0; c < 3; c++) made[p * 3 + c] = (made[p * 3 + c] as number) / all;
  }
  return made;
}

/**
 * The anisotropic Kuwahara filter (Kyprianidis et al. 2009, with the polynomial weights of 2010): of the sectors about a
 * pixel the even ones count most, so that areas become flat and edges stay; sectors lie along the picture.
 */
export const computeOil: GatherComputation<Values> = {
  ...paints,
  looks: ({ size }, part, _, scale) => growRect(part, size * (1 + LONGEST) + (NEAR + 3) / scale),
  level: ({ size }, scale) => Math.max(0, Math.ceil(Math.log2((size * scale) / WIDEST))),
  gather(values, from, { part, scale }) {
    const made = unwrittenImage(part.width, part.height);
    const slopes = slopesOf(from);
    const radius = Math.max(0.75, values.size * scale);
    const sums = new Float64Array(SECTORS * 8);
    const { data, width, height, x: left, y: top } = from;
    const power = 0.5 * values.sharp;
    for (let y = 0, o = 0; y < part.height; y++) {
      const row = part.y + y - top;
      for (let x = 0; x < part.width; x++, o += 4) {
        const column = part.x + x - left;
        if (row < 0 || column < 0 || row >= height || column >= width) {
          made.data.fill(0, o, o + 4);
          continue;
        }
        const s = (row * width + column) * 3;
        const [xx, xy, yy] = [slopes[s], slopes[s + 1], slopes[s + 2]] as [number, number, number];
        const angle = 0.5 * Math.atan2(2 * xy, xx - yy) + Math.PI / 2;
        const sum = xx + yy;
        const oneWay = sum > 1e-9 ? Math.hypot(xx - yy, 2 * xy) / sum : 0;
        const stretch = 1 + LONGEST * values.along * oneWay;
        const [long, short] = [radius * stretch, radius / stretch];
        const [cosine, sine] = [Math.cos(angle), Math.sin(angle)];
        sums.fill(0);
        const reach = Math.ceil(long);
        for (let j = -reach; j <= reach; j++) {
          const v = row + j;
          if (v < 0 || v >= height) continue;
          for (let i = -reach; i <= reach; i++) {
            const u = column + i;
            if (u < 0 || u >= width) continue;
            // In the brush's own measure: 1 at its edge.
            const px = (i * cosine + j * sine) / long;
            const py = (-i * sine + j * cosine) / short;
            const square = px * px + py * py;
            if (square > 1) continue;
            const at = (v * width + u) * 4;
            const alpha = data[at + 3] as number;
            if (alpha < 1e-4) continue;
            addTo(sums, data, at, px, py, Math.exp(-FALLS * square));
          }
        }
        const result = mixed(sums, power);
        made.data.set(result, o);
      }
    }
    return made;
  },
};

const weights = new Float64Array(SECTORS);

/** Adds a pixel to the sectors that it lies in: how much, its colour, and the squares of that. */
function addTo(
  sums: Float64Array,
  data: Float32Array,
  at: number,
  px: number,
  py: number,
  near: number,
): void {
  let all = 0;
  const half = Math.SQRT1_2;
  const [qx, qy] = [half * (px - py), half * (px + py)];
  const ways = [py, -px, -py, px, qy, -qx, -qy, qx] as const;
  const beside = [px, py, px, py, qx, qy, qx, qy] as const;
  for (let k = 0; k < SECTORS; k++) {
    const z = Math.max(0, (ways[k] as number) + 0.6 - ETA * 0.5 * (beside[k] as number) ** 2);
    const weight = z * z;
    weights[k] = weight;
    all += weight;
  }
  if (all === 0) return;
  const alpha = data[at + 3] as number;
  const [r, g, b] = [
    (data[at] as number) / alpha,
    (data[at + 1] as number) / alpha,
    (data[at + 2] as number) / alpha,
  ];
  for (let k = 0; k < SECTORS; k++) {
    const weight = ((weights[k] as number) * near * alpha) / all;
    if (weight === 0) continue;
    const o = k * 8;
    sums[o] = (sums[o] as number) + weight;
    sums[o + 1] = (sums[o + 1] as number) + weight * r;
    sums[o + 2] = (sums[o + 2] as number) + weight * g;
    sums[o + 3] = (sums[o + 3] as number) + weight * b;
    sums[o + 4] = (sums[o + 4] as number) + weight * r * r;
    sums[o + 5] = (sums[o + 5] as number) + weight * g * g;
    sums[o + 6] = (sums[o + 6] as number) + weight * b * b;
  }
}

/** The means of all sectors, the more of one the evener it is. */
function mixed(sums: Float64Array, power: number): readonly [number, number, number, number] {
  let [r, g, b, all] = [0, 0, 0, 0];
  for (let k = 0; k < SECTORS; k++) {
    const o = k * 8;
    const weight = sums[o] as number;
    if (weight < 1e-9) continue;
    const mean = [1, 2, 3].map((c) => (sums[o + c] as number) / weight) as [number, number, number];
    const variance = [0, 1, 2].reduce(
      (sum, c) => sum + Math.abs((sums[o + 4 + c] as number) / weight - (mean[c] as number) ** 2),
      0,
    );
    const share = 1 / (1 + (255 * Math.sqrt(variance)) ** power);
    r += share * mean[0];
    g += share * mean[1];
    b += share * mean[2];
    all += share;
  }
  return all > 0 ? [r / all, g / all, b / all, 1] : [0, 0, 0, 0];
}
