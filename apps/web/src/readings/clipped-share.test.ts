import { HISTOGRAM_BINS } from '@diplex/steps';
import { expect, it } from 'vitest';
import { clippedShares } from './clipped-share';

it('tells how much of the worst channel is burnt out or blocked', () => {
  const histogram = new Float32Array(HISTOGRAM_BINS * 4);
  for (let c = 0; c < 4; c++) histogram[500 * 4 + c] = 60;
  // Red: 20 of 80 burnt out. Blue: 40 of 100 blocked.
  histogram[(HISTOGRAM_BINS - 1) * 4] = 20;
  histogram[2] = 40;
  expect(clippedShares(histogram).lights).toBeCloseTo(0.25, 6);
  expect(clippedShares(histogram).darks).toBeCloseTo(0.4, 6);
  expect(clippedShares(new Float32Array(HISTOGRAM_BINS * 4))).toEqual({ lights: 0, darks: 0 });
});
