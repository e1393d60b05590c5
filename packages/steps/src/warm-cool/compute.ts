import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byMatrix } from '../point-operations';
import { balanceMatrix } from '../white-balance/balance';
import type { warmCool } from './definition';

/** The light's colour as White balance has it. */
export const computeWarmCool: PointComputation<ValuesOf<typeof warmCool.fields>> = {
  reads: 'point',
  prepare: ({ temperature }) => [byMatrix('light', balanceMatrix(temperature, 0))],
};
