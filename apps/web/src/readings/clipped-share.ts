import { HISTOGRAM_BINS } from '@diplex/steps';

/** The channels of a histogram that are colours. */
const COLOURS = 3;

/** The largest share of a colour's values that lie in a bin. */
function most(histogram: Float32Array, bin: number): number {
  let share = 0;
  for (let c = 0; c < COLOURS; c++) {
    let all = 0;
    for (let i = 0; i < HISTOGRAM_BINS; i++) all += histogram[i * 4 + c] as number;
    if (all > 0) share = Math.max(share, (histogram[bin * 4 + c] as number) / all);
  }
  return share;
}

/** How much is burnt out and how much is blocked, in the channel that is worst: shares of all pixels. */
export function clippedShares(histogram: Float32Array): { lights: number; darks: number } {
  return { lights: most(histogram, HISTOGRAM_BINS - 1), darks: most(histogram, 0) };
}
