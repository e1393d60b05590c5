import { describe, expect, it } from 'vitest';
import { type ColourPlanes, guidedFilter } from './guided-filter';

const WIDTH = 40;
const HEIGHT = 30;
const size = { width: WIDTH, height: HEIGHT };

const plane = (value: (x: number, y: number) => number) =>
  Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) => value(p % WIDTH, Math.floor(p / WIDTH)));

/** Two colours of the same brightness, that meet along a slanted line. */
const left = (x: number, y: number) => x + y / 3 < 25;
const guide: ColourPlanes = [
  plane((x, y) => (left(x, y) ? 0.7 : 0.3)),
  plane((x, y) => (left(x, y) ? 0.3 : 0.7)),
  plane(() => 0.4),
];

describe('guidedFilter', () => {
  it('evens out noise on both sides of an edge and keeps the edge, even one of hue alone', () => {
    // Ones to the left and zeros to the right, with every seventh pixel the other way.
    const noisy = plane((x, y) => {
      const wrong = (x * 3 + y * 5) % 7 === 0;
      return left(x, y) !== wrong ? 1 : 0;
    });
    const smooth = guidedFilter(noisy, guide, size, 4, 1e-4);
    for (let p = 0; p < noisy.length; p++) {
      const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
      const value = smooth[p] as number;
      if (left(x, y)) expect(value).toBeGreaterThan(0.7);
      else expect(value).toBeLessThan(0.3);
    }
  });

  it('is a plain mean of means where colours do not differ', () => {
    const flat: ColourPlanes = [plane(() => 0.5), plane(() => 0.5), plane(() => 0.5)];
    const step = plane((x) => (x < 20 ? 0 : 1));
    const smooth = guidedFilter(step, flat, size, 3, 1e-4);
    const row = smooth.subarray(15 * WIDTH, 16 * WIDTH);
    expect(row[19]).toBeCloseTo(0.43, 1);
    expect(row[10]).toBeCloseTo(0, 5);
    expect(row[30]).toBeCloseTo(1, 5);
  });
});
