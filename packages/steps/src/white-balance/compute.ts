import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byMatrix } from '../point-operations';
import { balanceMatrix } from './balance';
import type { whiteBalance } from './definition';

export const computeWhiteBalance: PointComputation<ValuesOf<typeof whiteBalance.fields>> = {
  reads: 'point',
  prepare: ({ temperature, tint }) => [byMatrix('light', balanceMatrix(temperature, tint))],
};
