import { saturateRow } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { saturation } from './definition';

/** Chroma of OKLab (Ottosson 2020) times a gain; lightness and hue stay. */
export const computeSaturation: PointComputation<ValuesOf<typeof saturation.fields>> = {
  reads: 'point',
  prepare: ({ saturation: more, spareVivid, spareSkin }) => [
    { light: () => (run) => saturateRow(run, more, spareVivid, spareSkin) },
  ],
};
