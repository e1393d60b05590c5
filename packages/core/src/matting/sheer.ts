import type { Rect } from '@diplex/document';
import { lightTable } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import { type SheerWork, WorkRefused } from '../brush/brush-work';
import { likenessTo } from '../brush/colour-likeness';
import { WHOLE_VALUE, type WorkedValues } from '../brush/worked-values';
import type { SourceLevel } from '../pixels/source-level';
import type { Colour } from '../render/view';
import { type SideGaussian, type SideModel, sideModel } from './side-model';
import { type Unmixed, Unmixer } from './unmix';

/** From which coverage on a pixel shows the thing at its densest, and up to which it shows what is behind. */
const DENSE = 0.98;
const CLEAR = 0.02;
/** A sampled colour stands for those around it: this variance in linear light, and a share of its square. */
const SAMPLE_VARIANCE = 1e-4;
const SAMPLE_SHADING = 0.0025;
/** How much brightness of the thing may vary beyond what is seen: folds lie in other light. */
const FOLDS = 0.1;

/** What is known of both sides of a sheer thing, at a level of the picture. */
export interface SheerSides {
  readonly kept: SideModel;
  readonly dropped: SideModel;
  /** Mask pixels for one of the models'. */
  readonly step: number;
}

/**
 * Gathers what a sheer thing and what lies behind it look like: from the samples, or else from around
 * what a mask keeps and what it does not.
 * @param picture straight, display-encoded, at `step` mask pixels a pixel
 * @param coverage the mask as it is at the same pixels, 0..1; null when there is none
 * @throws WorkRefused when a side was not sampled and cannot be found
 */
export function sheerSides(
  { dense, behind }: SheerWork,
  picture: SourceLevel,
  coverage: Float32Array | null,
  step: number,
): SheerSides {
  const { width, height, data, channels } = picture;
  const table = lightTable(data.BYTES_PER_ELEMENT === 1 ? 8 : 16);
  const found = (counts: (share: number) => boolean, shading: number, words: string) => {
    const counted = (coverage ?? new Float32Array(0)).map((share) => (counts(share) ? 1 : 0));
    if (!counted.includes(1)) throw new WorkRefused(words);
    const linear = new Float32Array(width * height * 3);
    for (let p = 0, i = 0; p < width * height; p++) {
      for (let c = 0; c < 3; c++, i++) {
        linear[i] = table[data[p * channels + c] as number] as number;
      }
    }
    return sideModel({ width, height, linear }, counted, shading);
  };
  return {
    kept: dense.length
      ? sampled(dense)
      : found(
          (share) => share > DENSE,
          FOLDS,
          'Nothing says what the thing looks like. Sample it where it is densest.',
        ),
    dropped: behind.length
      ? sampled(behind)
      : found(
          (share) => share < CLEAR,
          0,
          'Nothing says what lies behind. Sample it beside the thing.',
        ),
    step,
  };
}

/** The same few colours everywhere. */
function sampled(colours: readonly Colour[]): SideModel {
  const all = colours.map(({ r, g, b }): SideGaussian => {
    const mean = [r, g, b].map((value) => decodeExactly(value / 255)) as [number, number, number];
    const [x, y, z] = mean;
    const shade = (a: number, c: number) => SAMPLE_SHADING * a * c;
    const spread = [
      ...[shade(x, x) + SAMPLE_VARIANCE, shade(x, y), shade(x, z)],
      ...[shade(y, y) + SAMPLE_VARIANCE, shade(y, z), shade(z, z) + SAMPLE_VARIANCE],
    ] as unknown as SideGaussian['spread'];
    return { share: 1 / colours.length, mean, spread };
  });
  return { near: () => all };
}

/**
 * The alpha of every pixel of a region, from C = alpha F + (1 - alpha) B under the spread of both sides:
 * the same however often it is worked out. What is like a spared colour is left alone.
 * @param picture straight, display-encoded: the colours under the mask, at full size
 */
export function sheerValues(
  work: SheerWork,
  { kept, dropped, step }: SheerSides,
  picture: SourceLevel,
  region: Rect,
): WorkedValues {
  const { width, height, data, channels } = picture;
  const table = lightTable(data.BYTES_PER_ELEMENT === 1 ? 8 : 16);
  // Nothing speaks for being wholly one side: a veil is sheer all over.
  const unmixer = new Unmixer(kept, dropped, 0);
  const said: Unmixed = { alpha: 0, variance: 0 };
  const values = new Uint16Array(region.width * region.height);
  const colour = new Float32Array(3);
  for (let p = 0; p < values.length; p++) {
    const x = region.x + (p % region.width);
    const y = region.y + Math.floor(p / region.width);
    if (x >= width || y >= height) continue;
    for (let c = 0; c < 3; c++) {
      colour[c] = table[data[(y * width + x) * channels + c] as number] as number;
    }
    unmixer.unmix(Math.floor(x / step), Math.floor(y / step), colour, 0, said);
    values[p] = Math.round(WHOLE_VALUE * said.alpha);
  }
  const limit = work.spared.length
    ? likenessTo(work.spared, work.range, picture, region).map((like) => 1 - like)
    : null;
  return { values, limit };
}
