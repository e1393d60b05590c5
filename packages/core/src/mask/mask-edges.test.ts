import { IDENTITY, type RampPart, type Rect } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { choked } from './choke';
import { feathered } from './feather';
import { firm, steepened } from './firm';
import { flattened } from './part-outline';
import { bezierAt, rampCoverage } from './ramp';
import { scanConvert } from './scan-convert';
import { toneCoverage } from './tones';

const region: Rect = { x: 0, y: 0, width: 120, height: 100 };

const disc = (area: Rect, radius: number) =>
  scanConvert(
    Array.from({ length: 720 }, (_, i) => ({
      x: 60 + radius * Math.cos((2 * Math.PI * i) / 720),
      y: 50 + radius * Math.sin((2 * Math.PI * i) / 720),
    })),
    area,
  );
const areaOf = (data: Float32Array) => data.reduce((sum, value) => sum + value, 0);

describe('Choke and Spread', () => {
  it.each([0.3, 0.75, 1.5, 4, -0.3, -1.5, -6])('moves an edge by %s px', (by) => {
    inScratch(() => {
      const moved = choked((area) => disc(area, 30), region, 1, by);
      const radius = Math.sqrt(areaOf(moved.data) / Math.PI);
      expect(Math.abs(radius - (30 - by))).toBeLessThan(0.12);
    });
  });

  it('keeps a soft edge as soft as it was', () => {
    inScratch(() => {
      const ramp = (area: Rect) => {
        const out = disc(area, 1);
        for (let p = 0; p < out.data.length; p++) {
          const x = area.x + (p % area.width) + 0.5;
          out.data[p] = Math.max(0, Math.min(1, (x - 40) / 20));
        }
        return out;
      };
      const moved = choked(ramp, region, 1, 3);
      for (const x of [48, 53, 58]) {
        expect(moved.data[50 * 120 + x]).toBeCloseTo((x + 0.5 - 43) / 20, 1);
      }
    });
  });

  it('gives the same in pieces as in one', () => {
    inScratch(() => {
      const draw = (area: Rect) => disc(area, 30);
      const whole = choked(draw, region, 1, 2.3).data;
      const piece = { x: 70, y: 20, width: 30, height: 40 };
      const part = choked(draw, piece, 1, 2.3).data;
      for (let p = 0; p < part.length; p++) {
        const at = (piece.y + Math.floor(p / 30)) * 120 + piece.x + (p % 30);
        expect(part[p]).toBe(whole[at]);
      }
    });
  });
});

describe('the other edge amounts', () => {
  it('make an edge steeper, and even a jagged one out', () => {
    inScratch(() => {
      const jagged = (area: Rect) => {
        const out = disc(area, 1);
        for (let p = 0; p < out.data.length; p++) {
          const x = area.x + (p % area.width);
          const y = area.y + Math.floor(p / area.width);
          out.data[p] = x < 60 + (Math.floor(y / 2) % 2 === 0 ? 2 : -2) ? 1 : 0;
        }
        return out;
      };
      const soft = feathered(jagged, region, 1, 4);
      steepened(soft, 4);
      const even = soft.data;
      const edges = [...Array(60).keys()].map((y) => {
        const row = even.subarray((20 + y) * 120, (21 + y) * 120);
        return areaOf(row.slice());
      });
      expect(Math.max(...edges) - Math.min(...edges)).toBeLessThan(0.5);
      const image = { width: 3, height: 1, data: Float32Array.from([0.3, 0.5, 0.6]) };
      firm(image, 0.5);
      expect([...image.data].map((v) => Math.round(v * 100))).toEqual([10, 50, 70]);
      firm(image, 1);
      expect([...image.data].map((v) => Math.round(v * 2) / 2)).toEqual([0, 0.5, 1]);
    });
  });
});

const ramp: RampPart = {
  ...{ id: 'r', kind: 'ramp', name: 'Ramp', shown: true, combine: 'add', feather: 0 },
  ...{ inverted: false, shape: 'straight', from: { x: 20, y: 50 }, to: { x: 100, y: 50 } },
  ...{ inner: 0, ratio: 1, falloff: 'linear', curve: [0.42, 0, 0.58, 1] },
};

describe('a ramp', () => {
  const valueAt = (part: RampPart, x: number, y: number) =>
    inScratch(() => rampCoverage(part, IDENTITY, { x, y, width: 1, height: 1 }).data[0] as number);

  it('falls straight, round and from the middle of a band', () => {
    expect(valueAt(ramp, 5, 10)).toBe(1);
    expect(valueAt(ramp, 59, 90)).toBeCloseTo(1 - 39.5 / 80, 2);
    expect(valueAt(ramp, 110, 50)).toBe(0);
    const round: RampPart = { ...ramp, shape: 'round', ratio: 0.5, inner: 0.5 };
    expect(valueAt(round, 50, 50)).toBe(1);
    expect(valueAt(round, 80, 50)).toBeCloseTo(0.49, 1);
    // Half as far across the way.
    expect(valueAt(round, 20, 80)).toBeCloseTo(0.48, 1);
    const band: RampPart = { ...ramp, shape: 'band' };
    expect(valueAt(band, -20, 50)).toBeCloseTo(0.5, 1);
    expect(valueAt(band, 60, 0)).toBeCloseTo(0.5, 1);
  });

  it('falls by the curve that is chosen', () => {
    expect(valueAt({ ...ramp, falloff: 'smooth' }, 39, 50)).toBeCloseTo(0.85, 1);
    const curve: RampPart = { ...ramp, falloff: 'curve', curve: [0, 1, 0, 1] };
    expect(valueAt(curve, 39, 50)).toBeLessThan(0.1);
    expect(bezierAt([0.25, 0.25, 0.75, 0.75], 0.3)).toBeCloseTo(0.3, 5);
  });
});

describe('tones', () => {
  it('are all within the range, and fade on both sides', () => {
    const component = 'lightness';
    const range = { component, low: [0.2, 0.4], high: [0.6, 0.9] } as const;
    expect([0.1, 0.3, 0.5, 0.75, 0.95].map((v) => toneCoverage(range, v))).toEqual(
      [0, 0.5, 1, 0.5, 0].map((v) => expect.closeTo(v, 5)),
    );
    expect(toneCoverage({ component, low: [0, 0], high: [0.2, 0.4] }, 0)).toBe(1);
    expect(toneCoverage({ component, low: [0.6, 0.8], high: [1, 1] }, 1)).toBe(1);
  });

  it('leave an edge as it is where they go by coverage', () => {
    const all = { component: 'coverage', low: [0, 1], high: [1, 1] } as const;
    for (let v = 0; v <= 1; v += 0.1) expect(toneCoverage(all, v)).toBeCloseTo(v, 6);
  });

  it('part lights, mids and darks without a gap when they are set so', () => {
    const component = 'lightness';
    const lights = { component, low: [0.5, 0.7], high: [1, 1] } as const;
    const darks = { component, low: [0, 0], high: [0.5, 0.7] } as const;
    for (let v = 0; v <= 1; v += 0.05) {
      expect(toneCoverage(lights, v) + toneCoverage(darks, v)).toBeCloseTo(1, 5);
    }
  });
});

describe('a curved outline', () => {
  it('is a polygon that hardly leaves the curve', () => {
    const k = 0.5522847498;
    const quarter = (x: number, y: number, dx: number, dy: number) => ({
      ...{ x: 50 + 40 * x, y: 50 + 40 * y },
      in: { x: 50 + 40 * (x - k * dx), y: 50 + 40 * (y - k * dy) },
      out: { x: 50 + 40 * (x + k * dx), y: 50 + 40 * (y + k * dy) },
    });
    const circle = [
      quarter(1, 0, 0, 1),
      quarter(0, 1, -1, 0),
      quarter(-1, 0, 0, -1),
      quarter(0, -1, 1, 0),
    ];
    const polygon = flattened(circle, IDENTITY);
    for (const { x, y } of polygon) expect(Math.hypot(x - 50, y - 50)).toBeCloseTo(40, 1);
    const coverage = inScratch(() => areaOf(scanConvert(polygon, { ...region, width: 100 }).data));
    expect(coverage / (Math.PI * 1600)).toBeCloseTo(1, 2);
    expect(
      flattened(
        [
          { x: 0, y: 0 },
          { x: 5, y: 0 },
          { x: 0, y: 5 },
        ],
        IDENTITY,
      ),
    ).toHaveLength(3);
  });
});
