import { describe, expect, it } from 'vitest';
import { coverageTiles } from './coverage-tiles';
import { pick } from './pick';
import { REACH_STEP, reachMap, reachTable } from './reach';
import { snapLine } from './snap-line';
import { groundFrom, noiseAt } from './synthetic-ground.test-support';

/** Two grey fields with a light wall between them. */
const walled = groundFrom(300, 100, (x) =>
  x >= 140 && x < 160 ? [220, 220, 220] : [100, 100, 100],
);

const at = { x: 30, y: 50 };

describe('Reach', () => {
  it('takes only what hangs together, or everything alike', () => {
    const touching = reachMap(walled.level(0), { at, patch: 3, spread: 'touching' });
    const everywhere = reachMap(walled.level(0), { at, patch: 3, spread: 'everywhere' });
    const [left, wall, right] = [50 * 300 + 20, 50 * 300 + 150, 50 * 300 + 280];
    expect([touching[left], everywhere[left], everywhere[right]]).toEqual([0, 0, 0]);
    // The way to the other field leads over the wall.
    expect(touching[right]).toBe(touching[wall]);
    expect(touching[wall]).toBeGreaterThan(300);
    expect(everywhere[wall]).toBe(touching[wall]);
  });

  it('gives the greatest step on the best way, as a slow search does', () => {
    const bumpy = groundFrom(24, 18, (x, y) => {
      const v = 120 + 100 * noiseAt(x, y);
      return [v, v, v];
    });
    const start = { x: 3, y: 4 };
    const own = reachMap(bumpy.level(0), { at: start, patch: 1, spread: 'everywhere' });
    const found = reachMap(bumpy.level(0), { at: start, patch: 1, spread: 'touching' });
    const best = new Float64Array(own.length).fill(Number.POSITIVE_INFINITY);
    best[4 * 24 + 3] = own[4 * 24 + 3] as number;
    for (let changed = true; changed; ) {
      changed = false;
      for (let p = 0; p < best.length; p++) {
        const [x, y] = [p % 24, Math.floor(p / 24)];
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const) {
          if (x + dx < 0 || x + dx > 23 || y + dy < 0 || y + dy > 17) continue;
          const way = Math.max(best[p + dy * 24 + dx] as number, own[p] as number);
          if (way < (best[p] as number)) {
            best[p] = way;
            changed = true;
          }
        }
      }
    }
    expect([...found]).toEqual([...best]);
  });

  it('falls off over the skirt', () => {
    const table = reachTable(0.1, 0.05);
    const step = (distance: number) => table[Math.round(distance / REACH_STEP)];
    expect(step(0.09)).toBe(1);
    expect(step(0.125)).toBeCloseTo(0.5, 1);
    expect(step(0.16)).toBe(0);
    expect(table.at(-1)).toBe(0);
    // Without a skirt the edge is hard.
    expect(new Set(reachTable(0.1, 0))).toEqual(new Set([0, 1]));
  });

  it('protects what is a little alike further inside of something else', () => {
    // A sky, and a tower whose stones are a little like it all through.
    const tower = groundFrom(120, 60, (x) => (x < 60 ? [150, 170, 200] : [130, 145, 165]));
    const sky = { x: 20, y: 30, patch: 3, tolerance: 0.02, skirt: 0.4 };
    const point = { ...sky, spread: 'touching' as const, combine: 'add' as const };
    const across = (inside?: number) => {
      const points = [{ ...point, ...(inside !== undefined && { inside }) }];
      const coverage = pick({ by: 'reach', from: 'layer', points }, tower);
      return [40, 60, 61, 70, 110].map((x) => coverage[30 * 120 + x] as number);
    };
    const [all, near] = [across(), across(2)];
    // A wide skirt alone makes the tower see-through; near its edge it stays as it was.
    for (const value of all) expect(value).toBeGreaterThan(100);
    expect(near.slice(0, 3)).toEqual(all.slice(0, 3));
    expect(near.slice(3)).toEqual([0, 0]);
    expect(across(0)).toEqual([255, 0, 0, 0, 0]);
  });

  it('puts several points together in their ways', () => {
    const point = { ...at, patch: 3, tolerance: 0.05, skirt: 0, spread: 'touching' as const };
    const other = { ...point, x: 280 };
    const picked = (combine: 'add' | 'subtract') =>
      pick(
        {
          by: 'reach',
          from: 'layer',
          points: [
            { ...point, spread: 'everywhere', combine: 'add' },
            { ...other, combine },
          ],
        },
        walled,
      );
    const [left, wall, right] = [50 * 300 + 20, 50 * 300 + 150, 50 * 300 + 280];
    const [added, taken] = [picked('add'), picked('subtract')];
    expect([added[left], added[wall], added[right]]).toEqual([255, 0, 255]);
    expect([taken[left], taken[wall], taken[right]]).toEqual([255, 0, 0]);
  });
});

describe('specks and holes', () => {
  it('under a size are taken out and filled, larger ones stay', () => {
    const spotted = groundFrom(120, 60, (x, y) => {
      const island = Math.hypot(x - 20, y - 20) < 4;
      const hole = Math.hypot(x - 90, y - 30) < 3;
      const large = x >= 60 && !hole;
      return island || large ? [200, 60, 40] : [90, 110, 130];
    });
    const point = { x: 110, y: 10, patch: 1, tolerance: 0.05, skirt: 0, combine: 'add' as const };
    const recipe = {
      ...{ by: 'reach' as const, from: 'layer' as const },
      points: [{ ...point, spread: 'everywhere' as const }],
    };
    const seen = (specks: number) => {
      const coverage = pick(recipe, spotted, {}, { specks, solved: null });
      return [20 * 120 + 20, 30 * 120 + 90, 10 * 120 + 100, 5 * 120 + 5].map((p) => coverage[p]);
    };
    expect(seen(0)).toEqual([255, 0, 255, 0]);
    expect(seen(40)).toEqual([255, 255, 255, 0]);
    expect(seen(100)).toEqual([0, 255, 255, 0]);
  });
});

describe('coverage as tiles', () => {
  it('leaves empty tiles out and shares full ones', () => {
    const [width, height] = [800, 300];
    const coverage = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) coverage.fill(255, y * width + 256, y * width + 780);
    coverage[10 * width + 10] = 128;
    const tiles = coverageTiles(coverage, width, height);
    expect(Object.keys(tiles).sort()).toEqual(['0,0', '1,0', '1,1', '2,0', '2,1', '3,0', '3,1']);
    expect(tiles['1,0']).toBe(tiles['2,1']);
    const pair = (10 * 256 + 10) * 2;
    expect([tiles['0,0']?.[pair], tiles['0,0']?.[pair + 1]]).toEqual([128 * 257, 65_535]);
    expect(tiles['3,0']?.[(5 * 256 + 20) * 2]).toBe(0);
  });
});

describe('a line that snaps', () => {
  it('lies on the strongest edge within its reach, and stays where there is none', () => {
    const field = groundFrom(200, 200, (x, y) =>
      Math.hypot(x - 100, y - 100) < 60 ? [200, 80, 60] : [60, 80, 120],
    );
    const circle = (radius: number) =>
      Array.from({ length: 180 }, (_, i) => ({
        x: 100 + radius * Math.cos((2 * Math.PI * i) / 180),
        y: 100 + radius * Math.sin((2 * Math.PI * i) / 180),
      }));
    const off = (points: readonly { x: number; y: number }[], radius: number) =>
      Math.max(...points.map(({ x, y }) => Math.abs(Math.hypot(x - 100, y - 100) - radius)));
    expect(off(snapLine(field.level(0), circle(66), 12), 60)).toBeLessThan(1.6);
    expect(off(snapLine(field.level(0), circle(66), 0), 66)).toBeLessThan(0.01);
    expect(off(snapLine(field.level(0), circle(30), 10), 30)).toBeLessThan(1);
  });
});
