import { inScratch, scratchFloats } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { PointComputation } from '../computation';
import { startValues } from '../definition';
import { runPoints } from '../run-points';
import { computeGrade } from './compute';
import { grade } from './definition';

/** Encoded colours after a grade. */
function graded(colours: readonly (readonly number[])[], values: object): number[][] {
  const compute = computeGrade as PointComputation<object>;
  const operations = compute.prepare({ ...startValues(grade), ...values }, null);
  return inScratch(() => {
    const data = scratchFloats(colours.length * 4);
    colours.forEach((colour, p) => {
      data.set([...colour, 1], p * 4);
    });
    const step = { operations, amount: 1, blending: 'normal' as const, mask: null };
    const at = { u: 0, v: 0, du: 0, dv: 0, aspect: 1, first: 0, row: 0, scale: 1 };
    runPoints(data, colours.length, [step], 'encoded', () => at);
    return colours.map((_, p) => Array.from(data.subarray(p * 4, p * 4 + 3)));
  });
}

const greys = [0.05, 0.5, 0.95].map((value) => [value, value, value]);
const warm = ([r, , b]: readonly number[]) => (r as number) - (b as number);

describe('a grade', () => {
  it('changes nothing while its wheels are in the middle', () => {
    const colours = [[0.1, 0.4, 0.9], ...greys];
    graded(colours, {}).forEach((colour, p) => {
      colour.forEach((value, c) => {
        expect(value).toBeCloseTo((colours[p] as number[])[c] as number, 3);
      });
    });
  });

  it('moves the third that its wheel is of, and the others little', () => {
    const lights = graded(greys, { lightsYellow: 0.8, lightsRed: 0.3 }).map(warm);
    expect(lights[2]).toBeGreaterThan(0.15);
    expect(Math.abs(lights[0] as number)).toBeLessThan(0.02);
    const darks = graded(greys, { darksYellow: -0.8 }).map(warm);
    expect(darks[0]).toBeLessThan(-0.03);
    expect(Math.abs(darks[2] as number)).toBeLessThan(0.02);
  });

  it('lifts black, bends the middle and gains on white', () => {
    const value = (at: number, values: object) =>
      (graded(greys, values)[at] as number[])[1] as number;
    expect(value(0, { darksLight: 0.5 })).toBeGreaterThan(0.12);
    expect(value(2, { darksLight: 0.5 })).toBeCloseTo(0.95, 1);
    expect(value(1, { midsLight: 0.5 })).toBeGreaterThan(0.6);
    expect(value(0, { midsLight: -0.5 })).toBeLessThan(0.05);
    expect(value(2, { lightsLight: 0.3 })).toBeGreaterThan(1);
  });
});
