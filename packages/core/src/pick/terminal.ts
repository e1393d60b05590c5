import { UNIT } from './cohesion';
import { MARK } from './mark';
import { unlikeliness } from './mixture';
import type { ThingModels } from './thing-models';

export const CERTAIN = 1e6;
/** No single pixel's looks may say more than this. */
const MOST = 7;

/** What flows in from the thing's side (above 0) or out to the surroundings. */
export function terminalOf(
  { thing, around }: ThingModels,
  values: Float32Array,
  at: number,
  mark: number,
  more: number,
): number {
  if (mark === MARK.keep) return CERTAIN;
  if (mark === MARK.drop) return -CERTAIN;
  const likelier = unlikeliness(around, values, at) - unlikeliness(thing, values, at);
  return Math.round(UNIT * (Math.max(-MOST, Math.min(MOST, likelier)) + more));
}
