import { inScratch, scratchFloats } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { PointComputation } from '../computation';
import { startValues } from '../definition';
import { runPoints } from '../run-points';
import { computeGrain } from './compute';
import { grain } from './definition';

const SIDE = 96;

/** An even grey with grain on it, seen at a scale, as encoded values of 255 in red, green and blue by turns. */
function grained(grey: number, values: object, scale = 1, first = 0, row = 0): number[] {
  const compute = computeGrain as PointComputation<object>;
  const operations = compute.prepare({ ...startValues(grain), ...values }, null);
  return inScratch(() => {
    const data = scratchFloats(SIDE * SIDE * 4);
    for (let i = 0; i < data.length; i += 4) data.set([grey, grey, grey, 1], i);
    const step = { operations, amount: 1, blending: 'normal' as const, mask: null };
    runPoints(data, SIDE, [step], 'encoded', (y) => ({
      ...{ u: 0, v: 0, du: 0, dv: 0, aspect: 1 },
      ...{ first, row: row + y, scale },
    }));
    return Array.from(data, (value) => 255 * value).filter((_, i) => i % 4 !== 3);
  });
}

const channel = (all: readonly number[], c: number) => all.filter((_, i) => i % 3 === c);

function deviation(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
}

function inCommon(a: readonly number[], b: readonly number[]): number {
  const mean = (of: readonly number[]) => of.reduce((sum, value) => sum + value, 0) / of.length;
  const [ma, mb] = [mean(a), mean(b)];
  const product = a.reduce((sum, value, i) => sum + (value - ma) * ((b[i] as number) - mb), 0);
  return product / a.length / deviation(a) / deviation(b);
}

const EVEN = { darks: 4, mids: 4, lights: 4, blue: 0 };

describe('grain', () => {
  it.each([1, 1.4, 2.6])('has the deviation that is asked for, at size %s', (size) => {
    const all = grained(0.5, { ...EVEN, size, colour: 0.5 });
    for (const c of [0, 1, 2]) expect(deviation(channel(all, c))).toBeCloseTo(4, 0);
  });

  it('goes by lightness, and by channel where blue has more', () => {
    const values = { darks: 6, mids: 3, lights: 1, blue: 1, colour: 1 };
    expect(deviation(channel(grained(0.1, values), 0))).toBeCloseTo(6, 0);
    expect(deviation(channel(grained(0.45, values), 0))).toBeCloseTo(3, 0);
    expect(deviation(channel(grained(0.85, values), 0))).toBeCloseTo(1, 0);
    expect(deviation(channel(grained(0.45, values), 2))).toBeCloseTo(6, 0);
  });

  it('is grey, or apart in each channel, by its share of colour', () => {
    const grey = grained(0.5, { ...EVEN, colour: 0 });
    expect(inCommon(channel(grey, 0), channel(grey, 2))).toBeGreaterThan(0.99);
    const coloured = grained(0.5, { ...EVEN, colour: 1 });
    expect(Math.abs(inCommon(channel(coloured, 0), channel(coloured, 2)))).toBeLessThan(0.05);
  });

  it('is the same for a pixel wherever a drawing begins, and another for another seed', () => {
    const whole = channel(grained(0.5, EVEN), 0);
    const part = channel(grained(0.5, EVEN, 1, 20, 30), 0);
    expect(part[0]).toBe(whole[30 * SIDE + 20]);
    const other = channel(grained(0.5, { ...EVEN, seed: 2 }), 0);
    expect(Math.abs(inCommon(whole, other))).toBeLessThan(0.05);
  });

  it('comes in clumps where it is rough, as strong over all as it was', () => {
    const wide = (values: readonly number[]) => {
      // Deviations of squares of 8 pixels: alike where grain is even.
      const squares = Array.from({ length: 144 }, (_, k) => {
        const [x, y] = [(k % 12) * 8, Math.floor(k / 12) * 8];
        return deviation(
          Array.from(
            { length: 64 },
            (_, i) => values[(y + (i >> 3)) * SIDE + x + (i & 7)] as number,
          ),
        );
      });
      return deviation(squares) / 4;
    };
    const [even, rough] = [0, 1].map((roughness) =>
      channel(grained(0.5, { ...EVEN, colour: 0, roughness }), 0),
    ) as [number[], number[]];
    expect(wide(rough)).toBeGreaterThan(1.5 * wide(even));
    expect(Math.abs(deviation(rough) - 4)).toBeLessThan(0.6);
    const half = channel(grained(0.5, { ...EVEN, colour: 0, roughness: 1 }, 0.5), 0);
    expect(Math.abs(deviation(half) - 2)).toBeLessThan(0.6);
  });

  it('is the mean of its pixels where it is seen at half the size', () => {
    const whole = channel(grained(0.5, EVEN), 0);
    const half = channel(grained(0.5, EVEN, 0.5), 0);
    const mean = [0, 1, SIDE, SIDE + 1].reduce((sum, p) => sum + (whole[p] as number), 0) / 4;
    expect(half[0]).toBeCloseTo(mean, 3);
    expect(deviation(half)).toBeCloseTo(2, 0);
  });
});
