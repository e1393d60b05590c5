import { normalised, weighted } from '../blur/compute';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { softenSharpen } from './definition';

type Values = ValuesOf<typeof softenSharpen.fields>;

/** Away from a blur of what shows nearby, or towards it, in the composition's mixing space. */
export const computeSoftenSharpen: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ radius }) => radius,
  source: (_, image, coverage) => weighted(image, coverage),
  combine({ strength }, own, blurred) {
    const soft = normalised(own, blurred).data;
    const { data } = own;
    // More than all of the blur would turn its detail round.
    const by = Math.max(-1, strength);
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number;
      for (let c = i; c < i + 3; c++) {
        const was = data[c] as number;
        data[c] = Math.max(0, Math.min(2 * alpha, was + by * (was - (soft[c] as number))));
      }
    }
    return own;
  },
};
