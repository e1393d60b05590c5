import { PAINTED_TILE_SIZE } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { groundFrom } from '../pick/synthetic-ground.test-support';
import type { Brush } from './brush';
import { roundWeights, stickToColour, tipOf, tipWeights } from './dab-weights';
import { SmoothPath } from './smooth-path';
import { Stroke } from './stroke';

const SIDE = PAINTED_TILE_SIZE;
const area = { x: 0, y: 0, width: 100, height: 60 };
const upright = [1, 0, 0, 1] as const;
const touch = { x: 50, y: 30, radius: 20, angle: 0 };
const brush: Brush = {
  ...{ radius: 20, softness: 0, strength: 1, flow: 1, pressure: 'none', value: 1 },
};

function painted(more: Partial<Brush>, ground: object, points: readonly [number, number][]) {
  const stroke = new Stroke(
    { ...brush, ...more },
    {
      ...{ toComposition: [1, 0, 0, 1, 0, 0], extent: { x: 0, y: 0, width: 240, height: 200 } },
      tile: () => undefined,
      memory: () => ({
        merged: new Uint16Array(SIDE * SIDE * 2),
        stroke: new Uint16Array(SIDE * SIDE),
      }),
      ...ground,
    },
  );
  stroke.extend(points.map(([x, y]) => ({ x, y, pressure: 1 })));
  const tile = stroke.tiles.get('0,0') ?? new Uint16Array(SIDE * SIDE * 2);
  return (x: number, y: number) => (tile[(y * SIDE + x) * 2 + 1] as number) / 65_535;
}

describe('a tip', () => {
  it('that is round weighs as the stamp does', () => {
    const weights = roundWeights(touch, 0.5, upright, area);
    const at = (x: number) => weights[30 * 100 + x];
    expect([at(50), at(58), at(75)]).toEqual([1, 1, 0]);
    expect(at(66)).toBeGreaterThan(0);
    expect(at(66)).toBeLessThan(0.5);
  });

  it('from a picture paints where that is light, as large and as turned as it shall be', () => {
    // A bar along the tip's left half.
    const bar = groundFrom(64, 64, (x, y) =>
      x < 32 && y > 26 && y < 38 ? [255, 255, 255] : [0, 0, 0],
    );
    const tip = tipOf(bar.level(0));
    const at = (angle: number, x: number, y: number) =>
      tipWeights({ ...touch, angle }, tip, upright, area)[y * 100 + x];
    expect([at(0, 40, 30), at(0, 60, 30), at(0, 40, 45)]).toEqual([1, 0, 0]);
    // A quarter turn, clockwise: the bar points up.
    expect([at(90, 50, 20), at(90, 50, 40)]).toEqual([1, 0]);
    const inked = groundFrom(64, 64, (x, y) =>
      Math.hypot(x - 32, y - 32) < 9 ? [0, 0, 0] : [255, 255, 255],
    );
    expect(tipOf(inked.level(0)).weight[32 * 64 + 32]).toBe(1);
  });

  it('leaves the same marks for the same stroke, and strews them when it shall', () => {
    const dot = tipOf(
      groundFrom(16, 16, (x, y) =>
        Math.hypot(x - 7.5, y - 7.5) < 5 ? [255, 255, 255] : [0, 0, 0],
      ).level(0),
    );
    const tip = { source: 'a', angle: 0, spacing: 2, jitter: 0, follows: false };
    const paint = (scatter: number) =>
      painted({ radius: 6, tip: { ...tip, scatter } }, { tip: dot }, [
        [20, 100],
        [220, 100],
      ]);
    const [still, strewn, again] = [paint(0), paint(3), paint(3)];
    const rows = (at: ReturnType<typeof paint>) => {
      const found: number[] = [];
      for (let y = 0; y < 200; y++)
        for (let x = 0; x < 240; x += 2) if (at(x, y) > 0.5) found.push(y);
      return found;
    };
    expect(Math.max(...rows(still)) - Math.min(...rows(still))).toBeLessThan(14);
    expect(Math.max(...rows(strewn)) - Math.min(...rows(strewn))).toBeGreaterThan(20);
    expect(rows(strewn)).toEqual(rows(again));
  });
});

describe('a brush that sticks to colour', () => {
  // A red rail across grey, and more grey behind it.
  const rail = groundFrom(240, 200, (_, y) =>
    y >= 96 && y < 104 ? [200, 40, 30] : [130, 132, 135],
  );

  it('paints what is like the colour under its centre, and does not go beyond an edge', () => {
    const at = painted({ radius: 30, stick: { range: 0.1 } }, { colours: rail.level(0) }, [
      [60, 80],
      [160, 80],
    ]);
    expect(at(100, 80)).toBe(1);
    expect(at(100, 94)).toBe(1);
    expect(at(100, 100)).toBe(0);
    // As grey as where it was painted, and within the radius, but behind the rail.
    expect(at(100, 107)).toBe(0);
  });

  it('paints the rail alone when its centre is on it', () => {
    const at = painted({ radius: 30, stick: { range: 0.1 } }, { colours: rail.level(0) }, [
      [60, 100],
      [160, 100],
    ]);
    expect(at(100, 100)).toBe(1);
    expect(at(100, 90)).toBe(0);
  });

  it('paints more for a greater range', () => {
    const shaded = groundFrom(100, 60, (x) => [100 + x, 100 + x, 100 + x]);
    const covered = (range: number) => {
      const weights = new Float32Array(area.width * area.height).fill(1);
      stickToColour(weights, area, touch, shaded.level(0), range);
      return weights.filter((value) => value > 0.5).length;
    };
    expect(covered(0.05)).toBeLessThan(covered(0.1));
    expect(covered(0.02)).toBeGreaterThan(0);
    expect(covered(2)).toBe(6000);
  });
});

describe('smoothing', () => {
  const zigzag = Array.from({ length: 40 }, (_, i) => ({
    ...{ x: i * 5, y: 50 + (i % 2 === 0 ? 6 : -6), pressure: 1 },
  }));
  const drawn = (amount: number) => {
    const path = new SmoothPath(amount);
    return [...path.add(zigzag), ...path.end()];
  };
  const sway = (points: readonly { x: number; y: number }[]) =>
    Math.max(...points.filter(({ x }) => x > 60 && x < 180).map(({ y }) => Math.abs(y - 50)));

  it('takes the tremble out of a line, more for a greater amount', () => {
    expect(sway(drawn(0.8))).toBeLessThan(sway(drawn(0.3)));
    expect(sway(drawn(0.8))).toBeLessThan(1.5);
  });

  it('ends where the pointer did', () => {
    for (const amount of [0, 0.5, 1]) expect(drawn(amount).at(-1)).toMatchObject({ x: 195, y: 44 });
  });
});
