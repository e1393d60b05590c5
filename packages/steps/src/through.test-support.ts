import { inScratch, scratchFloats } from '@diplex/kernels';
import { byBoth, worst } from '@diplex/kernels/test-support';
import { expect } from 'vitest';
import type { PointComputation } from './computation';
import { startValues } from './definition';
import { runPoints } from './run-points';
import { definitionOf, stepEntry } from './table';

const NOWHERE = { u: 0, v: 0, du: 0, dv: 0, first: 0, aspect: 1, row: 0, scale: 1 };

/** What steps make of opaque pixels in linear light; the same by the twins and the kernels. */
export function through(
  colours: readonly (readonly number[])[],
  ...steps: readonly (readonly [kind: string, values: Record<string, unknown>])[]
): number[][] {
  const work = (): number[] => {
    const data = scratchFloats(colours.length * 4);
    data.set(colours.flatMap((colour) => [...colour, 1]));
    const run = steps.map(([kind, values]) => {
      const definition = definitionOf(kind);
      const compute = stepEntry(kind)?.compute as PointComputation<object>;
      const operations = compute.prepare({ ...startValues(definition), ...values }, null);
      return { operations, amount: 1, blending: 'normal' as const, mask: null };
    });
    runPoints(data, colours.length, run, 'light', () => NOWHERE);
    return Array.from(data);
  };
  const { twin, kernel } = byBoth(() => inScratch(work));
  expect(worst(twin, kernel)).toBeLessThan(1e-6);
  return colours.map((_, i) => twin.slice(i * 4, i * 4 + 3));
}
