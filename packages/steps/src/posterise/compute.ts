import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byTones } from '../point-operations';
import type { posterise } from './definition';

type Values = ValuesOf<typeof posterise.fields>;

/**
 * The nearest of so many encoded values, evenly spread over 0..1. From one to the next it goes smoothly over a share
 * of the way, so that the borders are neither jagged nor noisy.
 */
export function stepped(value: number, { tones, softness }: Values): number {
  const steps = Math.round(tones) - 1;
  const place = Math.max(0, Math.min(1, value)) * steps;
  const low = Math.min(steps - 1, Math.floor(place));
  const across = Math.max(1e-3, softness);
  const share = Math.max(0, Math.min(1, (place - low - 0.5) / across + 0.5));
  return (low + share * share * (3 - 2 * share)) / steps;
}

/** Each channel in a few tones. */
export const computePosterise: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const tone = (value: number) => stepped(value, values);
    return [byTones([tone, tone, tone])];
  },
};
