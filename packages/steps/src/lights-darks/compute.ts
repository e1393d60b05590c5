import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { gainByBase, linesThrough, stopsAndSquares } from '../lightness-base';
import type { lightsDarks } from './definition';

type Values = ValuesOf<typeof lightsDarks.fields>;

/** All of it takes lights down, and darks up, by so many stops. */
const [LIGHTS, DARKS] = [1.4, 1.6];

/** Where lights begin and are whole, and where darks do, in stops below white. */
const [LIGHTS_FROM, LIGHTS_TO] = [-3.5, 0];
const [DARKS_FROM, DARKS_TO] = [-2, -6];

function smooth(from: number, to: number, at: number): number {
  const share = Math.max(0, Math.min(1, (at - from) / (to - from)));
  return share * share * (3 - 2 * share);
}

/**
 * The gain that light of so many stops around gets, in stops. What was lighter stays lighter: it falls by less than a
 * stop for each.
 */
export function recovered(base: number, { lights, darks }: Values): number {
  return (
    darks * DARKS * smooth(DARKS_FROM, DARKS_TO, base) -
    lights * LIGHTS * smooth(LIGHTS_FROM, LIGHTS_TO, base)
  );
}

export const computeLightsDarks: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ radius }) => radius / 2,
  again: (_, blurred) => linesThrough(blurred),
  source: (_, image, coverage, space) => stopsAndSquares(image, coverage, space),
  combine: (values, own, lines, space) =>
    gainByBase(own, lines, space, (_, base) => recovered(base, values)),
};
