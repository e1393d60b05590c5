import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byMatrix } from '../point-operations';
import type { monochrome } from './definition';

/** The grey that is so much of red, green and blue in linear light; at the start, luminance. */
export const computeMonochrome: PointComputation<ValuesOf<typeof monochrome.fields>> = {
  reads: 'point',
  prepare({ red, green, blue }) {
    const grey = [red, green, blue] as const;
    return [byMatrix('light', [grey, grey, grey])];
  },
};
