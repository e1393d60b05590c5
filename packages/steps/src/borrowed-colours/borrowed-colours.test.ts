import type { FloatImage } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { packTable, plainTable, resized } from '../colour-table/packed-table';
import { startValues } from '../definition';
import { computeBorrowedColours } from './compute';
import { borrowedColours } from './definition';

const AT = { x: 0, y: 0, scale: 1 };

/** Every value doubled about the middle: a table that would double noise, too. */
function steep() {
  const table = resized(plainTable(2), 17);
  return packTable({ ...table, values: table.values.map((value) => 2 * (value - 0.5) + 0.5) });
}

const image = (greys: readonly number[]): FloatImage => ({
  ...{ width: greys.length, height: 1 },
  data: Float32Array.from(greys.flatMap((value) => [value, value, value, 1])),
});

/** Pixels before surroundings of the same mean tone. */
function changed(greys: readonly number[], mean: number, more: object): number[] {
  return inScratch(() => {
    const values = { ...startValues(borrowedColours), table: steep(), ...more };
    const around = image(greys.map(() => mean));
    const lines = {
      ...around,
      data: computeBorrowedColours.source(values, around, null, 'encoded').slice(),
    };
    computeBorrowedColours.again?.(values, lines.data);
    const made = computeBorrowedColours.combine(values, image(greys), lines, 'encoded', AT);
    return Array.from({ length: greys.length }, (_, p) => made.data[p * 4] as number);
  });
}

describe('the colours of a picture', () => {
  it('change what lies along the edges, and leave noise as strong as it is', () => {
    const [low = 0, high = 0] = changed([0.58, 0.62], 0.6, {});
    expect((low + high) / 2).toBeCloseTo(0.7, 2);
    expect(high - low).toBeCloseTo(0.04, 3);
  });

  it('come in lights, mids and darks as far as is asked for', () => {
    const [light = 0] = changed([0.95], 0.95, { lights: 0 });
    const [dark = 0] = changed([0.05], 0.05, { lights: 0 });
    expect(light).toBeCloseTo(0.95, 1);
    expect(dark).toBeLessThan(0.02);
  });
});
