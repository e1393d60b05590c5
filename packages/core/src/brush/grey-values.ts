import type { GreyWork } from './brush-work';
import { WHOLE_VALUE, type WorkedValues } from './worked-values';

/** How much each kind of tones counts at a coverage of 0..1. */
const TONE_WEIGHTS: Readonly<Record<GreyWork['tones'], (value: number) => number>> = {
  darks: (value) => (1 - value) ** 2,
  mids: (value) => 4 * value * (1 - value),
  lights: (value) => value ** 2,
};

/** The steepest bend: by 1 a value of a half becomes nearly whole, or nearly nothing. */
const BEND = 4;

/** Coverage (0..1) with its darks, mids or lights dodged or burned; 0 and 1 stay as they are. */
export function greyValues(coverage: Float32Array, { way, tones, by }: GreyWork): WorkedValues {
  const weight = TONE_WEIGHTS[tones];
  const values = new Uint16Array(coverage.length).map((_, p) => {
    const value = coverage[p] as number;
    const bend = 1 + BEND * by * weight(value);
    return Math.round(WHOLE_VALUE * value ** (way === 'dodge' ? 1 / bend : bend));
  });
  return { values, limit: null };
}
