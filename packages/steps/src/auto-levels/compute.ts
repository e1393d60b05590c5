import { HISTOGRAM_BINS, type PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { byTones } from '../point-operations';
import type { autoLevels } from './definition';

type Values = ValuesOf<typeof autoLevels.fields>;

/** Tones nearer together than this are not spread any further. */
const LEAST_APART = 0.02;

/**
 * The encoded values below and above which lie given shares of all that was counted.
 * @param histogram `HISTOGRAM_BINS` times four counts
 * @param channels which of the four are counted
 */
export function percentiles(
  histogram: Float32Array,
  channels: readonly number[],
  darks: number,
  lights: number,
): { black: number; white: number } {
  const count = (bin: number) =>
    channels.reduce((sum, c) => sum + (histogram[bin * 4 + c] as number), 0);
  let all = 0;
  for (let bin = 0; bin < HISTOGRAM_BINS; bin++) all += count(bin);
  if (all === 0) return { black: 0, white: 1 };
  let [low, below] = [0, count(0)];
  while (low < HISTOGRAM_BINS - 1 && below <= darks * all) below += count(++low);
  let [high, above] = [HISTOGRAM_BINS - 1, count(HISTOGRAM_BINS - 1)];
  while (high > 0 && above <= lights * all) above += count(--high);
  const [black, white] = [low / HISTOGRAM_BINS, (high + 1) / HISTOGRAM_BINS];
  const lack = LEAST_APART - (white - black);
  return lack <= 0 ? { black, white } : { black: black - lack / 2, white: white + lack / 2 };
}

/** Spreads the values between two percentiles of the whole picture over all that there are. */
export const computeAutoLevels: PointComputation<Values> = {
  reads: 'point',
  measures: 'histogram',
  prepare({ darks, lights, channels }, histogram) {
    if (!histogram) return [];
    const tone = (of: readonly number[]) => {
      const { black, white } = percentiles(histogram.data, of, darks, lights);
      return (value: number) => (value - black) / (white - black);
    };
    if (channels === 'each') return [byTones([tone([0]), tone([1]), tone([2])])];
    const together = tone([0, 1, 2]);
    return [byTones([together, together, together])];
  },
};
