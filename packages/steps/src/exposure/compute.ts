import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byMatrix } from '../point-operations';
import type { exposure } from './definition';

/** Linear light times two to the power of the stops. */
export const computeExposure: PointComputation<ValuesOf<typeof exposure.fields>> = {
  reads: 'point',
  prepare({ stops }) {
    const gain = 2 ** stops;
    return [
      byMatrix('light', [
        [gain, 0, 0],
        [0, gain, 0],
        [0, 0, gain],
      ]),
    ];
  },
};
