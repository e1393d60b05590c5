import { growRect } from '@diplex/document';
import { lensBlur, WIDEST_RADIUS } from '@diplex/imaging';
import { blurInLight, withBloom } from '../blur-in-light';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { lensBlur as definition } from './definition';

type Values = ValuesOf<typeof definition.fields>;

/** Every point becomes the shape of the lens's opening; all in linear light, as in a camera. */
export const computeLensBlur: GatherComputation<Values> = {
  ...blurInLight,
  looks: ({ size }, part) => growRect(part, size + 1),
  level: ({ size }, scale) => Math.max(0, Math.ceil(Math.log2((size * scale) / WIDEST_RADIUS))),
  source(values, image, coverage, space) {
    const light = blurInLight.source(values, image, coverage, space);
    return withBloom(light, values.bloom, values.bright);
  },
  gather({ size, blades, roundness, turn }, from, { part, scale }) {
    const aperture = { radius: size * scale, blades: Math.round(blades), roundness, turn };
    return lensBlur(from, aperture, part);
  },
};
