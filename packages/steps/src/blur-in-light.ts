import { type CoverageImage, type FloatImage, LUMA } from '@diplex/imaging';
import {
  encodeRow,
  heldLight,
  lightNearby,
  type MixSpaceName,
  premultiplyRow,
  straightenRow,
} from '@diplex/kernels';
import { weighted } from './blur/compute';
import type { GatherComputation } from './computation';
import { choice } from './fields';
import { straightLight } from './straight-colours';

/** Where so little of what shows lies near, nothing can be said of its colours. */
const LEAST_NEAR = 1e-4;

/** What becomes of the edge of what is blurred. */
export const blurEdge = choice(
  'Its edge',
  [
    ['kept', 'kept'],
    ['softened', 'softened'],
  ],
  'kept',
);

interface OfEdge {
  readonly edge: 'kept' | 'softened';
}

/** Puts light that was gathered, premultiplied, into the mixing space; filters may have rung beyond what can be. */
function inSpace(light: FloatImage, space: MixSpaceName): FloatImage {
  heldLight(light.data);
  if (space === 'light') return light;
  straightenRow(light.data);
  encodeRow(light.data);
  premultiplyRow(light.data);
  return light;
}

/**
 * Means of the light that shows nearby, with the alpha that there was: what the mask hides does not bleed in.
 * @param gathered light that was weighed by alpha and coverage; it becomes the result, in `space`
 */
function nearby(own: FloatImage, gathered: FloatImage, space: MixSpaceName): FloatImage {
  const { data } = gathered;
  const unknown = lightNearby(own.data, data, LEAST_NEAR);
  if (unknown === 0) return inSpace(gathered, space);
  // Where nothing shows nearby it stays as it is; that is in the mixing space already.
  const kept = new Int32Array(unknown);
  for (let i = 0, k = 0; k < unknown; i += 4) if (data[i + 3] === -1) kept[k++] = i;
  inSpace(gathered, space);
  for (const i of kept) data.set(own.data.subarray(i, i + 4), i);
  return gathered;
}

/** What every blur that mixes light has in common: what it is of, and what becomes of what was gathered. */
export const blurInLight = {
  reads: 'gather',
  covered: ({ edge }: OfEdge) => edge === 'softened',
  spreads: ({ edge }: OfEdge) => edge === 'softened',
  source(
    _: OfEdge,
    image: FloatImage,
    coverage: CoverageImage | null,
    space: MixSpaceName,
  ): Float32Array {
    if (space === 'light') return weighted(image, coverage);
    const data = straightLight(image.data, space);
    premultiplyRow(data);
    return weighted({ ...image, data }, coverage);
  },
  combine({ edge }: OfEdge, own: FloatImage, gathered: FloatImage, space: MixSpaceName) {
    return edge === 'softened' ? inSpace(gathered, space) : nearby(own, gathered, space);
  },
} satisfies Omit<GatherComputation<OfEdge>, 'looks' | 'gather'>;

/**
 * Gives bright places the light back that the photograph could not hold, so that they bloom when they are spread.
 * @param data premultiplied light; changed in place where it may be, else copied
 * @param strength how many times as bright the brightest become, less one
 * @param from the luminance from which on places count as bright, 0..1
 */
export function withBloom(data: Float32Array, strength: number, from: number): Float32Array {
  if (strength === 0) return data;
  const made = data.slice();
  for (let i = 0; i < made.length; i += 4) {
    const alpha = made[i + 3] as number;
    if (alpha <= LEAST_NEAR) continue;
    const luma =
      LUMA[0] * (made[i] as number) +
      LUMA[1] * (made[i + 1] as number) +
      LUMA[2] * (made[i + 2] as number);
    const bright = Math.max(0, Math.min(1, (luma / alpha - from) / Math.max(0.02, 1 - from)));
    const gain = 1 + strength * bright * bright;
    for (let c = i; c < i + 3; c++) made[c] = (made[c] as number) * gain;
  }
  return made;
}
