import type { Point } from '@diplex/document';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scanConvert } from './scan-convert';

const area = (points: readonly Point[]) =>
  Math.abs(
    points.reduce((sum, p, i) => {
      const q = points[(i + 1) % points.length] as Point;
      return sum + p.x * q.y - q.x * p.y;
    }, 0) / 2,
  );

const total = (data: Float32Array) => data.reduce((sum, value) => sum + value, 0);

/** Polygons whose corners go once round a point, so that they never cross themselves. */
const starShaped = fc
  .array(fc.double({ min: 1, max: 14, noNaN: true }), { minLength: 3, maxLength: 12 })
  .map((radii) =>
    radii.map((r, i) => {
      const angle = (2 * Math.PI * i) / radii.length;
      return { x: 16 + r * Math.cos(angle), y: 16 + r * Math.sin(angle) };
    }),
  );

describe('scanConvert', () => {
  it('gives the exact area of any polygon', () => {
    fc.assert(
      fc.property(starShaped, (points) => {
        const { data } = scanConvert(points, { x: 0, y: 0, width: 32, height: 32 });
        expect(total(data)).toBeCloseTo(area(points), 3);
      }),
    );
  });

  it('gives every pixel of a tilted half plane its exact share', () => {
    // The edge y = x / 2 through a column of pixels covers x / 2 + 1 / 4 of its height there.
    const points = [
      { x: 0, y: 0 },
      { x: 8, y: 4 },
      { x: 8, y: 8 },
      { x: 0, y: 8 },
    ];
    const { data } = scanConvert(points, { x: 0, y: 0, width: 8, height: 8 });
    expect(data[0]).toBeCloseTo(0.75, 6);
    expect(data[1]).toBeCloseTo(0.25, 6);
    expect(data[8]).toBeCloseTo(1, 6);
    expect(data[3 + 8]).toBeCloseTo(0.25, 6);
  });

  it('covers fractional boxes by the product of their overlaps', () => {
    const points = [
      { x: 1.25, y: 2.5 },
      { x: 4.5, y: 2.5 },
      { x: 4.5, y: 3.75 },
      { x: 1.25, y: 3.75 },
    ];
    const { data } = scanConvert(points, { x: 0, y: 0, width: 6, height: 6 });
    expect(data[2 * 6 + 1]).toBeCloseTo(0.75 * 0.5, 6);
    expect(data[2 * 6 + 2]).toBeCloseTo(0.5, 6);
    expect(data[3 * 6 + 4]).toBeCloseTo(0.5 * 0.75, 6);
    expect(data[0]).toBe(0);
  });

  it('does not depend on direction', () => {
    fc.assert(
      fc.property(starShaped, (points) => {
        const region = { x: 0, y: 0, width: 32, height: 32 };
        const forward = scanConvert(points, region).data;
        const backward = scanConvert([...points].reverse(), region).data;
        forward.forEach((value, i) => {
          expect(Math.abs(value - (backward[i] as number))).toBeLessThan(1e-6);
        });
      }),
    );
  });

  it('gives the same numbers for any part of a region', () => {
    fc.assert(
      fc.property(starShaped, fc.nat(20), fc.nat(20), (points, x, y) => {
        const whole = scanConvert(points, { x: 0, y: 0, width: 32, height: 32 });
        const part = scanConvert(points, { x, y, width: 11, height: 7 });
        for (let v = 0; v < 7; v++) {
          for (let u = 0; u < 11; u++) {
            const expected = x + u < 32 && y + v < 32 ? whole.data[(y + v) * 32 + x + u] : 0;
            expect(part.data[v * 11 + u]).toBe(expected);
          }
        }
      }),
    );
  });
});
