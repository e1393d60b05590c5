import { LUMA, unwrittenImage } from '@diplex/imaging';
import {
  decodeExactly,
  decodeInPlace,
  encodeRow,
  premultiplyRow,
  straightenRow,
} from '@diplex/kernels';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { straightLight } from '../straight-colours';
import type { bloom } from './definition';

type Values = ValuesOf<typeof bloom.fields>;

/** A bloom is about so many deviations wide. */
const DEVIATIONS = 2;

/** Over so much of the encoded values beyond the limit light comes in. */
const KNEE = 0.2;

/** How much of a place's light blooms, by its luminance. */
function share(light: number, from: number, to: number): number {
  const t = Math.max(0, Math.min(1, (light - from) / (to - from)));
  return t * t * (3 - 2 * t);
}

/** Light of what is brighter than a limit, spread and added, all in linear light. */
export const computeBloom: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ size }) => size / DEVIATIONS,
  source({ limit }, image, coverage, space) {
    const data = straightLight(image.data, space);
    const [from, to] = [decodeExactly(limit), decodeExactly(Math.min(1, limit + KNEE)) + 1e-4];
    const made = unwrittenImage(image.width, image.height);
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const luma =
        LUMA[0] * (data[i] as number) +
        LUMA[1] * (data[i + 1] as number) +
        LUMA[2] * (data[i + 2] as number);
      const shown = (coverage ? (coverage.data[p] as number) : 1) * (data[i + 3] as number);
      const much = shown * share(luma, from, to);
      for (let c = 0; c < 3; c++) made.data[i + c] = much * (data[i + c] as number);
      made.data[i + 3] = much;
    }
    return made.data;
  },
  combine({ strength, colour }, own, blurred, space) {
    const { data } = own;
    const alphas = data.filter((_, i) => i % 4 === 3);
    straightenRow(data);
    if (space === 'encoded') decodeInPlace(data);
    const tint = [colour.r, colour.g, colour.b].map((value) => decodeExactly(value / 255));
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      for (let c = 0; c < 3; c++) {
        const added = Math.max(0, blurred.data[i + c] as number);
        data[i + c] = (data[i + c] as number) + strength * (tint[c] as number) * added;
      }
      data[i + 3] = alphas[p] as number;
    }
    if (space === 'encoded') encodeRow(data);
    premultiplyRow(data);
    return own;
  },
};
