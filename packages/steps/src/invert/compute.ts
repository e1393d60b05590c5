import type { PointComputation } from '../computation';
import { byTones } from '../point-operations';

const turned = (value: number) => 1 - value;

/** What each encoded value leaves of 1. */
export const computeInvert: PointComputation<object> = {
  reads: 'point',
  prepare: () => [byTones([turned, turned, turned])],
};
