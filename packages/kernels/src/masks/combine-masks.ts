import { callsFor } from '../memory/thread';
import { COMBINE_TWINS } from './combine-twin';

export type CombineName = keyof typeof COMBINE_TWINS;

const NUMBERS: Readonly<Record<CombineName, number>> = {
  ...{ replace: 0, add: 1, subtract: 2, intersect: 3 },
};

/**
 * Combines a mask part with what the parts before it made, in place. All values 0..1.
 * `value` is the part's coverage times where it applies; `applies` is where it applies at all,
 * or null for everywhere.
 */
export function combineMasks(
  rule: CombineName,
  below: Float32Array,
  value: Float32Array,
  applies: Float32Array | null,
): void {
  const calls = callsFor(below, value, applies);
  if (!calls) return COMBINE_TWINS[rule](below, value, applies);
  const where = applies?.byteOffset ?? 0;
  calls.combineMasks?.(NUMBERS[rule], below.byteOffset, value.byteOffset, where, below.length);
}

/** What each value leaves of `whole` (null for 1 everywhere), in place. */
export function turnRound(values: Float32Array, whole: Float32Array | null): void {
  const calls = callsFor(values, whole);
  if (calls) {
    calls.turnRound?.(values.byteOffset, whole?.byteOffset ?? 0, values.length);
    return;
  }
  for (let i = 0; i < values.length; i++) {
    values[i] = (whole ? (whole[i] as number) : 1) - (values[i] as number);
  }
}
