import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byTones } from '../point-operations';
import type { clipView } from './definition';

type Values = ValuesOf<typeof clipView.fields>;

/** What is in between is shown as this encoded value. */
const BETWEEN = 0.5;

/** From one to the next it goes over so much of the encoded values, so that the border is not jagged. */
const ACROSS = 1 / 255;

function rising(value: number, from: number): number {
  return Math.max(0, Math.min(1, (value - from) / ACROSS + 0.5));
}

/** A channel's encoded value as whether it is clipped: 1 for lights, 0 for darks, grey for what lies between. */
export function clipped(value: number, { show, lights, darks }: Values): number {
  const light = show === 'darks' ? 0 : rising(value, lights);
  const dark = show === 'lights' ? 0 : 1 - rising(value, darks);
  return BETWEEN + (1 - BETWEEN) * light - BETWEEN * dark;
}

/** Each channel by itself, so that what is clipped in one of them shows as a colour. */
export const computeClipView: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const tone = (value: number) => clipped(value, values);
    return [byTones([tone, tone, tone])];
  },
};
