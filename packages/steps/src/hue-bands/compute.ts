import { unwrittenImage } from '@diplex/imaging';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { putLab, straightLab } from '../straight-colours';
import type { Band, hueBands } from './definition';

type Values = ValuesOf<typeof hueBands.fields>;

/** Colours of less chroma than this belong to bands less and less: their hue is mostly noise. */
const SURE_CHROMA = 0.04;

/** The variance of a and b below which colours around a place count as one colour with noise. */
const NOISE = 0.02 ** 2;

/** Where so little of what shows lies near, nothing can be said of it. */
const LEAST_NEAR = 1e-4;

function smooth(share: number): number {
  const s = Math.max(0, Math.min(1, share));
  return s * s * (3 - 2 * s);
}

/** How far apart two hues lie, in degrees. */
function apart(a: number, b: number): number {
  const way = Math.abs(a - b) % 360;
  return Math.min(way, 360 - way);
}

/**
 * How much of a hue belongs to each band: all of it within its width, smoothly less beyond. Where bands overlap they
 * share it to one.
 * @param hue of OKLCh, in degrees
 */
export function bandWeights(bands: readonly Band[], hue: number): number[] {
  const weights = bands.map(
    (band) => 1 - smooth((apart(hue, band.hue) - band.width / 2) / band.falloff),
  );
  const sum = weights.reduce((all, weight) => all + weight, 0);
  return sum <= 1 ? weights : weights.map((weight) => weight / sum);
}

/** Hues are looked up so finely. */
const HUES = 1440;

/** A number that goes round with the hue from 0 to 4, without its trigonometry. */
function around(a: number, b: number): number {
  const size = Math.abs(a) + Math.abs(b);
  if (size === 0) return 0;
  const along = a / size;
  return b >= 0 ? 1 - along : 3 + along;
}

/** What becomes of each hue: the cosine and sine of its turn, the gain of chroma, and lightness; four floats each. */
function changesOf({ bands, turn, saturation, lightness }: Values): Float64Array {
  const table = new Float64Array((HUES + 1) * 4);
  for (let i = 0; i <= HUES; i++) {
    const place = (i / HUES) * 4;
    const along = place <= 2 ? 1 - place : place - 3;
    const across = (place <= 2 ? 1 : -1) * (1 - Math.abs(along));
    const weights = bandWeights(bands, ((Math.atan2(across, along) * 180) / Math.PI + 360) % 360);
    const sum = (of: (band: Band) => number) =>
      bands.reduce((all, band, k) => all + of(band) * (weights[k] as number), 0);
    const turned = (sum((band) => band.turn) * Math.PI) / 180;
    const all = (turn * Math.PI) / 180;
    table[i * 4] = Math.cos(turned + all);
    table[i * 4 + 1] = Math.sin(turned + all);
    table[i * 4 + 2] = Math.max(0, 1 + saturation + sum((band) => band.saturation));
    table[i * 4 + 3] = Math.max(-1, Math.min(1, lightness + sum((band) => band.lightness)));
  }
  return table;
}

/**
 * Hue, chroma and lightness of OKLCh (Ottosson 2020) by bands of hue. The hue by which a pixel belongs to a band is that
 * of its surroundings along the picture's edges (a guided filter of a and b with one slope for both, after He, Sun and
 * Tang 2010), so that noise and the blocks of compressed pictures do not break it up; its own colour is what changes.
 */
export const computeHueBands: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ smoothing }) => smoothing / 2,
  source(_, image, coverage, space) {
    const lab = straightLab(image.data, space);
    const { data } = unwrittenImage(image.width, image.height);
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const weight = (coverage ? (coverage.data[p] as number) : 1) * (lab[i + 3] as number);
      const [a, b] = [lab[i + 1] as number, lab[i + 2] as number];
      data[i] = a * weight;
      data[i + 1] = b * weight;
      data[i + 2] = (a * a + b * b) * weight;
      data[i + 3] = weight;
    }
    return data;
  },
  again(_, data) {
    for (let i = 0; i < data.length; i += 4) {
      const weight = data[i + 3] as number;
      if (weight < LEAST_NEAR) continue;
      const [a, b] = [(data[i] as number) / weight, (data[i + 1] as number) / weight];
      const variance = Math.max(0, (data[i + 2] as number) / weight - a * a - b * b);
      const slope = variance / (variance + NOISE);
      data[i] = (1 - slope) * a * weight;
      data[i + 1] = (1 - slope) * b * weight;
      data[i + 2] = slope * weight;
    }
  },
  combine(values, own, lines, space) {
    const table = changesOf(values);
    const none = changesOf({ ...values, bands: [] });
    const [cosine, sine, gain, lighter] = none as unknown as [number, number, number, number];
    const lab = straightLab(own.data, space);
    const around4 = lines.data;
    for (let i = 0; i < lab.length; i += 4) {
      const [l, a, b] = [lab[i] as number, lab[i + 1] as number, lab[i + 2] as number];
      const weight = around4[i + 3] as number;
      const known = weight > LEAST_NEAR ? 1 / weight : 0;
      const slope = known > 0 ? (around4[i + 2] as number) * known : 1;
      const sa = slope * a + (around4[i] as number) * known;
      const sb = slope * b + (around4[i + 1] as number) * known;
      const sure = smooth(Math.sqrt(sa * sa + sb * sb) / SURE_CHROMA);
      const place = around(sa, sb) * (HUES / 4);
      const low = Math.min(HUES - 1, Math.trunc(place));
      const share = place - low;
      const at = (k: number, without: number) => {
        const first = table[low * 4 + k] as number;
        const mixed = first + ((table[low * 4 + 4 + k] as number) - first) * share;
        return without + (mixed - without) * sure;
      };
      const [c, s] = [at(0, cosine), at(1, sine)];
      const by = at(2, gain);
      const light = at(3, lighter);
      lab[i] = light > 0 ? l + light * 0.5 * Math.max(0, 1 - l) : l * (1 + light * 0.5);
      lab[i + 1] = (a * c - b * s) * by;
      lab[i + 2] = (a * s + b * c) * by;
    }
    putLab(lab, own.data, space);
    return own;
  },
};
