import { growRect } from '@diplex/document';
import { unwrittenImage } from '@diplex/imaging';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { gradientNoise } from '../noise/gradient-noise';
import { paints } from '../painted';
import { BANDS, type borrowedTexture, type TextureBand } from './definition';
import { bandsReach, detailBands, spacingOf } from './detail-bands';

type Values = ValuesOf<typeof borrowedTexture.fields>;

/** Detail that is there is made at the most so many times as strong; what is missing then can be made up. */
const MOST_GAIN = 4;

/** Of a normal distribution 85 in 100 lie within so many deviations. */
const MUCH = 1.44;

/** The deviation of gradient noise. */
const NOISE_DEVIATION = 0.4;

/** Waves of made-up detail are so many spacings long. */
const WAVE = 3;

/** Where strengths are known they are mapped to those that are borrowed; between them evenly, from nothing on. */
function strengthMap(band: TextureBand): (strength: number) => number {
  const known: [number, number][] = [[0, 0]];
  for (const [own, there] of [
    [band.half, band.halfThere],
    [band.much, band.muchThere],
    [band.all, band.allThere],
  ] as const) {
    const [before, after] = known[known.length - 1] as [number, number];
    const at = own / 100;
    if (at <= before) continue;
    known.push([at, Math.max(after, Math.min(there / 100, MOST_GAIN * at))]);
  }
  const last = known[known.length - 1] as [number, number];
  const beyond = last[0] > 0 ? last[1] / last[0] : 1;
  return (strength) => {
    for (let k = 1; k < known.length; k++) {
      const [to, value] = known[k] as [number, number];
      if (strength > to) continue;
      const [from, before] = known[k - 1] as [number, number];
      return before + ((value - before) * (strength - from)) / (to - from);
    }
    return strength * beyond;
  };
}

/** The deviation of detail that is missing after all that is there was made stronger. */
function missing({ much, muchThere }: TextureBand): number {
  const reached = Math.min(muchThere, MOST_GAIN * much);
  return Math.sqrt(Math.max(0, muchThere ** 2 - reached ** 2)) / (100 * MUCH);
}

/**
 * Gives the detail of every size the strengths that it has in another picture: the distributions of a pyramid's bands are
 * matched (after Heeger and Bergen 1995), those of the layer's own detail first, and what it has not is made up of noise.
 * Colours stay, only their lightness changes.
 */
export const computeBorrowedTexture: GatherComputation<Values> = {
  ...paints,
  looks: ({ size }, part, _, scale) => growRect(part, (bandsReach(BANDS, size, scale) + 1) / scale),
  gather({ bands, size, made, seed, strength }, from, { part, scale }) {
    const detail = detailBands(from, bands.length, size, scale);
    const change = new Float32Array(part.width * part.height);
    const [left, top] = [part.x - from.x, part.y - from.y];
    bands.forEach((band, k) => {
      const found = detail.bands[k];
      if (!found) return;
      const mapped = strengthMap(band);
      const deviation = (made * missing(band)) / NOISE_DEVIATION;
      const wave = (spacingOf(k, size, scale) * WAVE) / scale;
      for (let y = 0, o = 0; y < part.height; y++) {
        const row = top + y;
        for (let x = 0; x < part.width; x++, o++) {
          const column = left + x;
          if (row < 0 || column < 0 || row >= from.height || column >= from.width) continue;
          const own = found[row * from.width + column] as number;
          let by = Math.sign(own) * mapped(Math.abs(own)) - own;
          if (deviation > 0) {
            const at = [(part.x + x + 0.5) / scale, (part.y + y + 0.5) / scale] as const;
            by += deviation * gradientNoise(at[0] / wave, at[1] / wave, Math.round(seed) * 8 + k);
          }
          change[o] = (change[o] as number) + by;
        }
      }
    });
    const result = unwrittenImage(part.width, part.height);
    for (let y = 0, o = 0; y < part.height; y++) {
      const row = top + y;
      for (let x = 0; x < part.width; x++, o++) {
        const column = left + x;
        const inside = row >= 0 && column >= 0 && row < from.height && column < from.width;
        const i = (row * from.width + column) * 4;
        const alpha = inside ? (from.data[i + 3] as number) : 0;
        if (alpha < 1e-4) {
          result.data.fill(0, o * 4, o * 4 + 4);
          continue;
        }
        const by = strength * (change[o] as number);
        for (let c = 0; c < 3; c++) {
          result.data[o * 4 + c] = (from.data[i + c] as number) / alpha + by;
        }
        result.data[o * 4 + 3] = 1;
      }
    }
    return result;
  },
};
