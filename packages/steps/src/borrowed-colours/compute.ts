import { unwrittenImage } from '@diplex/imaging';
import { decodeInPlace, encodeRow, premultiplyRow } from '@diplex/kernels';
import { throughTable, unpackTable } from '../colour-table/packed-table';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { straightLight } from '../straight-colours';
import { toneShares } from '../tone-shares';
import type { borrowedColours } from './definition';

type Values = ValuesOf<typeof borrowedColours.fields>;

/** Encoded luma of which shares of tone are told. */
const [RED, GREEN, BLUE] = [0.299, 0.587, 0.114] as const;

/** The variance of encoded values below which what lies around counts as one colour with noise. */
const NOISE = 0.03 ** 2;

/** Where so little of what shows lies near, nothing can be said of it. */
const LEAST_NEAR = 1e-4;

/** Straight encoded pixels of premultiplied ones. */
function straightEncoded(data: Float32Array, space: 'light' | 'encoded'): Float32Array {
  const pixels = straightLight(data, space);
  encodeRow(pixels);
  return pixels;
}

/**
 * Colours through a table that was made from two pictures (`borrowedTable`). What changes is the colour of a place along the
 * picture's edges, as a guided filter of its luma finds them (after He, Sun and Tang 2010), and what lies over
 * it, noise and texture, comes along as it is: so a steep table neither breaks up smooth areas nor strengthens their noise
 * (the aim of regularised transport, Rabin, Delon and Gousseau 2010).
 */
export const computeBorrowedColours: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ smoothing }) => smoothing / 2,
  source(_, image, coverage, space) {
    const pixels = straightEncoded(image.data, space);
    const { data } = unwrittenImage(image.width, image.height);
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const weight = (coverage ? (coverage.data[p] as number) : 1) * (pixels[i + 3] as number);
      const [r, g, b] = [pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number];
      // Luma and its square: their means tell how much of what lies around is edge.
      data[i] = luma(r, g, b) * weight;
      data[i + 1] = luma(r, g, b) ** 2 * weight;
      data[i + 2] = 0;
      data[i + 3] = weight;
    }
    return data;
  },
  again(_, data) {
    for (let i = 0; i < data.length; i += 4) {
      const weight = data[i + 3] as number;
      if (weight < LEAST_NEAR) continue;
      const mean = (data[i] as number) / weight;
      const variance = Math.max(0, (data[i + 1] as number) / weight - mean * mean);
      const slope = variance / (variance + NOISE);
      data[i] = slope * weight;
      data[i + 1] = (1 - slope) * mean * weight;
    }
  },
  combine({ table, lights, mids, darks }, own, lines, space) {
    const unpacked = unpackTable(table);
    const pixels = straightEncoded(own.data, space);
    const around = lines.data;
    const to = new Float32Array(3);
    for (let i = 0; i < pixels.length; i += 4) {
      const [r, g, b] = [pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number];
      const weight = around[i + 3] as number;
      const tone = luma(r, g, b);
      const base =
        weight > LEAST_NEAR
          ? ((around[i] as number) * tone + (around[i + 1] as number)) / weight
          : tone;
      // The detail over the base is the same for all channels, so it does not change the colour.
      const over = tone - base;
      throughTable(unpacked, r - over, g - over, b - over, to, 0);
      const [dark, mid, light] = toneShares(Math.max(0, Math.min(1, base)));
      const much = dark * darks + mid * mids + light * lights;
      pixels[i] = r + much * ((to[0] as number) + over - r);
      pixels[i + 1] = g + much * ((to[1] as number) + over - g);
      pixels[i + 2] = b + much * ((to[2] as number) + over - b);
    }
    if (space === 'light') decodeInPlace(pixels);
    premultiplyRow(pixels);
    own.data.set(pixels);
    return own;
  },
};

function luma(r: number, g: number, b: number): number {
  return RED * r + GREEN * g + BLUE * b;
}
