import { growRect, type Rect } from '@diplex/document';
import { decodeInPlace, encodeRow, premultiplyRow, scratchFloats } from '@diplex/kernels';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { deviationAt } from '../grain/deviation';
import { straightLight } from '../straight-colours';
import type { takeOutGrain } from './definition';

type Values = ValuesOf<typeof takeOutGrain.fields>;

/** Weights of a cubic spline; its width doubles from level to level. */
const SPLINE = [1 / 16, 4 / 16, 6 / 16, 4 / 16, 1 / 16] as const;

/** What is left of independent noise of deviation 1 on each level. */
const LEFT = [0.889, 0.2, 0.086, 0.041] as const;

/** What lightness and the two opponents have of a deviation that each channel has by itself. */
const SHARES = [1 / 3, 1 / 2, 6 / 16].map(Math.sqrt);

/** Differences below so many deviations are taken for grain. */
const GRAIN = 2.2;

/** Grain that runs over several pixels is so much stronger on the levels after the first, for each pixel. */
const COARSER = 0.8;

/** Nothing can be said where so little shows nearby. */
const LEAST = 1e-4;

/** A level whose width is smaller than this, in pixels of the drawing, is drawn too small to be seen. */
const LEAST_SPACING = 0.7;

/** A picture of lightness and two opponents, and how much each pixel counts. */
interface Planes {
  readonly width: number;
  readonly height: number;
  /** Four a pixel. */
  readonly data: Float32Array;
}

/** How far apart the places of the spline lie on each level, in pixels of the drawing. */
function spacings({ size }: Values, scale: number): number[] {
  const count = 2 + Math.ceil(Math.log2(size));
  return Array.from({ length: count }, (_, j) => 2 ** j * scale)
    .filter((each) => each >= LEAST_SPACING)
    .map((each) => Math.max(1, Math.round(each)));
}

/** Means along one way, by what counts; nothing beyond the edges. */
function smoothedAlong(
  way: 'across' | 'down',
  from: Float32Array,
  width: number,
  spacing: number,
  to: Float32Array,
): void {
  const [step, length] = way === 'across' ? [1, width] : [width, from.length / 4 / width];
  for (let p = 0; p < from.length / 4; p++) {
    const place = way === 'across' ? p % width : Math.floor(p / width);
    let [y, u, v, w] = [0, 0, 0, 0];
    for (let k = -2; k <= 2; k++) {
      const other = place + k * spacing;
      if (other < 0 || other >= length) continue;
      const weight = SPLINE[k + 2] as number;
      const i = (p + k * spacing * step) * 4;
      y += weight * (from[i] as number);
      u += weight * (from[i + 1] as number);
      v += weight * (from[i + 2] as number);
      w += weight * (from[i + 3] as number);
    }
    const o = p * 4;
    to[o] = y;
    to[o + 1] = u;
    to[o + 2] = v;
    to[o + 3] = w;
  }
}

/** The next level: what is smooth at a spacing, straight, with the weights as they were. */
function smoothed({ width, data }: Planes, weights: Float32Array, spacing: number): Float32Array {
  const weighed = scratchFloats(data.length);
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const w = weights[p] as number;
    for (let c = i; c < i + 3; c++) weighed[c] = w * (data[c] as number);
    weighed[i + 3] = w;
  }
  const across = scratchFloats(data.length);
  smoothedAlong('across', weighed, width, spacing, across);
  const both = weighed;
  smoothedAlong('down', across, width, spacing, both);
  for (let i = 0; i < both.length; i += 4) {
    const near = both[i + 3] as number;
    for (let c = i; c < i + 3; c++) {
      both[c] = near > LEAST ? (both[c] as number) / near : (data[c] as number);
    }
  }
  return both;
}

/** What of a difference stays when grain of a deviation is taken out (the non-negative garrote of Gao 1998). */
function kept(difference: number, limit: number): number {
  const [square, least] = [difference * difference, limit * limit];
  return square <= least ? 0 : difference * (1 - least / square);
}

/**
 * Takes grain out by its strength at each lightness: the picture is parted into levels of fineness (Starck and Murtagh's
 * à trous wavelets), and on each what is no larger than grain would be goes. Edges are much larger, and stay.
 */
export const computeTakeOutGrain: GatherComputation<Values> = {
  reads: 'gather',
  looks(values, part, _, scale) {
    const reach = spacings(values, scale).reduce((sum, each) => sum + 2 * each, 0);
    return growRect(part, (reach + 1) / scale);
  },
  /** Lightness and two opponents of encoded values, straight, and how much of it shows. */
  source(_, image, coverage, space) {
    const data = straightLight(image.data, space);
    encodeRow(data);
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
      data[i] = (r + g + b) / 3;
      data[i + 1] = (r - b) / 2;
      data[i + 2] = (r - 2 * g + b) / 4;
      data[i + 3] = (data[i + 3] as number) * (coverage ? (coverage.data[p] as number) : 1);
    }
    return data;
  },
  gather(values, from, { part, scale }) {
    const weights = from.data.filter((_, i) => i % 4 === 3);
    let level: Planes = { width: from.width, height: from.height, data: from.data };
    const made = scratchFloats(part.width * part.height * 4);
    made.fill(0);
    const noise = Math.min(1, scale) / 255;
    spacings(values, scale).forEach((spacing, j) => {
      const next = { ...level, data: smoothed(level, weights, spacing) };
      const coarser = j > 0 ? 1 + COARSER * (values.size - 1) : 1;
      const limit = GRAIN * noise * coarser * (LEFT[Math.min(j, LEFT.length - 1)] as number);
      eachOf(part, from, (o, i) => {
        const sigma = limit * deviationAt(next.data[i] as number, values);
        const limits = SHARES.map((of, c) => (c > 0 ? values.colour : 1) * sigma * of);
        for (let c = 0; c < 3; c++) {
          const difference = (level.data[i + c] as number) - (next.data[i + c] as number);
          made[o + c] =
            (made[o + c] as number) + difference - kept(difference, limits[c] as number);
        }
      });
      level = next;
    });
    return { width: part.width, height: part.height, data: made };
  },
  /** What was taken for grain, out of what there is. */
  combine(_, own, gathered, space) {
    const data = straightLight(own.data, space);
    encodeRow(data);
    for (let i = 0; i < data.length; i += 4) {
      const [y, u, v] = [gathered.data[i], gathered.data[i + 1], gathered.data[i + 2]] as [
        number,
        number,
        number,
      ];
      // The opponents as channels again.
      const [red, blue] = [y + u + (2 / 3) * v, y - u + (2 / 3) * v];
      data[i] = (data[i] as number) - red;
      data[i + 1] = (data[i + 1] as number) - (y - (4 / 3) * v);
      data[i + 2] = (data[i + 2] as number) - blue;
    }
    if (space === 'light') decodeInPlace(data);
    premultiplyRow(data);
    own.data.set(data);
    return own;
  },
};

/** The places of each pixel of a part in it and in the picture that it lies in; those beyond the picture are left out. */
function eachOf(part: Rect, from: Rect, work: (o: number, i: number) => void): void {
  for (let y = 0; y < part.height; y++) {
    const row = part.y + y - from.y;
    if (row < 0 || row >= from.height) continue;
    for (let x = 0; x < part.width; x++) {
      const column = part.x + x - from.x;
      if (column < 0 || column >= from.width) continue;
      work((y * part.width + x) * 4, (row * from.width + column) * 4);
    }
  }
}
