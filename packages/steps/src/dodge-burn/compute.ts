import { encodeBeyond } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { gainByLuminance } from '../point-operations';
import { toneShares } from '../tone-shares';
import type { dodgeBurn } from './definition';

type Values = ValuesOf<typeof dodgeBurn.fields>;

const SHARE: Readonly<Record<Values['tones'], (encoded: number) => number>> = {
  all: () => 1,
  darks: (encoded) => toneShares(encoded)[0],
  mids: (encoded) => toneShares(encoded)[1],
  lights: (encoded) => toneShares(encoded)[2],
};

/** Light times two to the power of the stops, as far as it belongs to the tones that are meant. */
export const computeDodgeBurn: PointComputation<Values> = {
  reads: 'point',
  prepare: ({ tones, stops }) => [
    gainByLuminance((light) => 2 ** (stops * SHARE[tones](encodeBeyond(light)))),
  ],
};
