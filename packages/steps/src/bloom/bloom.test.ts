import { decodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { startValues } from '../definition';
import { computeBloom } from './compute';
import { bloom } from './definition';

const image = (pixels: readonly (readonly number[])[]) => ({
  ...{ width: pixels.length, height: 1 },
  data: Float32Array.from(pixels.flat()),
});

const AT = { x: 0, y: 0, scale: 1 };

describe('bloom', () => {
  const values = { ...startValues(bloom), strength: 1, limit: 0.6 };

  it('is of what is brighter than its limit alone, and of what shows', () => {
    const pixels = image([
      [0.9, 0.9, 0.9, 1],
      [0.1, 0.1, 0.1, 1],
      [0.9, 0.9, 0.9, 1],
    ]);
    const coverage = { width: 3, height: 1, data: Float32Array.of(1, 1, 0) };
    const source = computeBloom.source(values, pixels, coverage, 'light');
    expect(source[0]).toBeCloseTo(0.9, 5);
    expect(source[4]).toBe(0);
    expect(source[8]).toBe(0);
  });

  it('adds light in the tint that is asked for, in either mixing space', () => {
    const tint = { r: 255, g: 0, b: 0 };
    const added = image([[0.2, 0.2, 0.2, 0.2]]);
    const light = computeBloom.combine(
      { ...values, colour: tint },
      image([[0.1, 0.1, 0.1, 1]]),
      added,
      'light',
      AT,
    );
    expect(Array.from(light.data)).toEqual(
      [0.3, 0.1, 0.1, 1].map((value) => expect.closeTo(value, 5)),
    );
    const encoded = computeBloom.combine(
      { ...values, colour: tint },
      image([[0.5, 0.5, 0.5, 1]]),
      added,
      'encoded',
      AT,
    );
    expect(decodeExactly(encoded.data[0] as number)).toBeCloseTo(decodeExactly(0.5) + 0.2, 3);
    expect(encoded.data[1]).toBeCloseTo(0.5, 4);
  });
});
