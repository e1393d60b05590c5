import { type Fill, IDENTITY, scaling } from '@diplex/document';
import { decodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { fillContent } from './fill-content';

const REGION = { x: 0, y: 0, width: 100, height: 4 };
const WHITE = { r: 255, g: 255, b: 255, alpha: 1 };
const CLEAR_BLACK = { r: 0, g: 0, b: 0, alpha: 0 };
const ways = { from: { x: 20.5, y: 0.5 }, to: { x: 70.5, y: 0.5 } };

describe('a fill', () => {
  it('by colour is that colour everywhere, premultiplied, in the space asked for', () => {
    const fill: Fill = { by: 'colour', colour: { r: 255, g: 128, b: 0, alpha: 0.5 } };
    const { data } = fillContent(fill, IDENTITY, REGION, 'light');
    const half = decodeExactly(128 / 255) / 2;
    for (const [i, value] of [0.5, half, 0, 0.5].entries()) expect(data[i]).toBeCloseTo(value, 6);
    expect(data.slice(-4)).toEqual(data.slice(0, 4));
    const encoded = fillContent(fill, IDENTITY, REGION, 'encoded').data;
    expect(encoded[1]).toBeCloseTo(64 / 255, 6);
  });

  it.each(['straight', 'round'] as const)(
    'by a %s gradient mixes encoded values along its way and stays as it is beyond',
    (by) => {
      const fill: Fill = { by, ...ways, first: WHITE, last: CLEAR_BLACK };
      const { data } = fillContent(fill, IDENTITY, REGION, 'encoded');
      const alpha = (x: number) => data[x * 4 + 3] as number;
      expect(alpha(20)).toBeCloseTo(1, 3);
      expect(alpha(45)).toBeCloseTo(0.5, 3);
      expect(alpha(90)).toBe(0);
      // Half of white at half alpha.
      expect(data[45 * 4]).toBeCloseTo(0.25, 2);
      expect(alpha(10)).toBeCloseTo(by === 'round' ? 0.8 : 1, 2);
    },
  );

  it('by a swept gradient goes once round, clockwise from its way', () => {
    const round = { from: { x: 50, y: 50 }, to: { x: 60, y: 50 } };
    const fill: Fill = { by: 'swept', ...round, first: CLEAR_BLACK, last: WHITE };
    const region = { x: 0, y: 0, width: 100, height: 100 };
    const { data } = fillContent(fill, IDENTITY, region, 'encoded');
    const alpha = (x: number, y: number) => data[(y * 100 + x) * 4 + 3] as number;
    expect(alpha(50, 90)).toBeCloseTo(0.25, 2);
    expect(alpha(10, 50)).toBeCloseTo(0.5, 2);
    expect(alpha(50, 10)).toBeCloseTo(0.75, 2);
  });

  it('goes through the colours between its ends, and mixes them in OKLab if that is asked for', () => {
    const red = { r: 255, g: 0, b: 0, alpha: 1 };
    const between = [{ at: 0.5, colour: red }];
    const fill: Fill = { by: 'straight', ...ways, first: WHITE, last: WHITE, between };
    const at = (of: Fill, x: number) =>
      Array.from(fillContent(of, IDENTITY, REGION, 'encoded').data.slice(x * 4, x * 4 + 3));
    expect(at(fill, 45)[1]).toBeCloseTo(0, 2);
    expect(at(fill, 33)[1]).toBeCloseTo(0.5, 1);
    const blue: Fill = {
      ...fill,
      first: { r: 0, g: 0, b: 255, alpha: 1 },
      last: WHITE,
      between: [],
    };
    const [plain, even] = [at(blue, 45), at({ ...blue, mixIn: 'oklab' }, 45)];
    expect(plain[0]).toBeCloseTo(0.5, 2);
    // Half way from blue to white OKLab is lighter in green than in red: no turn to purple.
    expect((even[1] as number) - (even[0] as number)).toBeGreaterThan(0.08);
  });

  it('goes with its layer', () => {
    const fill: Fill = { by: 'straight', ...ways, first: WHITE, last: CLEAR_BLACK };
    const { data } = fillContent(fill, scaling(0.5, 0.5), REGION, 'encoded');
    expect(data[22 * 4 + 3]).toBeCloseTo(0.51, 2);
    expect(data[50 * 4 + 3]).toBe(0);
  });
});
