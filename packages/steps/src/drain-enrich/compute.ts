import { saturateRow } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { drainEnrich } from './definition';

/** Chroma of OKLab (Ottosson 2020) times a gain; what is vivid is spared from more of it, not from less. */
export const computeDrainEnrich: PointComputation<ValuesOf<typeof drainEnrich.fields>> = {
  reads: 'point',
  prepare: ({ saturation, spareVivid }) => [
    { light: () => (run) => saturateRow(run, saturation, saturation > 0 ? spareVivid : 0, 0) },
  ],
};
