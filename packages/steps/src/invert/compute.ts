import type { PointComputation } from '../computation';
import { byMatrix } from '../point-operations';

/** What each encoded value leaves of 1. */
export const computeInvert: PointComputation<object> = {
  reads: 'point',
  prepare: () => [
    byMatrix(
      'encoded',
      [
        [-1, 0, 0],
        [0, -1, 0],
        [0, 0, -1],
      ],
      [1, 1, 1],
    ),
  ],
};
