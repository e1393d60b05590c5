import type { Point } from '@diplex/document';
import { stopKernels } from '@diplex/kernels';
import { startTestKernels } from '@diplex/kernels/test-support';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { followStrand } from './follow-strand';
import { pick } from './pick';
import { groundFrom, noiseAt } from './synthetic-ground.test-support';

beforeAll(() => {
  startTestKernels();
});
afterAll(stopKernels);

const [WIDTH, HEIGHT] = [360, 240];
const HEAD = { x: 110, y: 120, radius: 60 };
const WIDE = 2;

/** Where the whisker lies: from the head to the right, bending up. */
const whisker = (x: number) => 118 - 0.0011 * (x - 150) ** 2;
const near = (x: number, y: number) => Math.abs(y - whisker(x)) / Math.hypot(1, 0.0022 * (x - 150));

/** How much of a pixel the whisker covers; it ends before the picture does. */
function whiskerAt(x: number, y: number): number {
  const [u, v] = [x + 0.5, y + 0.5];
  if (u < 150 || u > 320) return 0;
  return Math.max(0, Math.min(1, WIDE / 2 + 0.5 - near(u, v)));
}

function truth(x: number, y: number): number {
  const head = HEAD.radius + 0.5 - Math.hypot(x + 0.5 - HEAD.x, y + 0.5 - HEAD.y);
  return Math.max(whiskerAt(x, y), Math.min(1, head), 0);
}

/** A dark head with a whisker as dark, before a brick wall of two tones. */
const ground = groundFrom(WIDTH, HEIGHT, (x, y) => {
  const mortar = y % 24 < 3 || (x + (Math.floor(y / 24) % 2) * 20) % 40 < 3;
  const n = 16 * noiseAt(x, y);
  const wall = mortar ? [188, 180, 170] : [150, 92, 70];
  const a = truth(x, y);
  const [r = 0, g = 0, b = 0] = wall.map((value, c) => {
    const own = [34, 30, 30][c] as number;
    return Math.max(0, Math.min(255, a * own + (1 - a) * (value + n)));
  });
  return [r, g, b];
});

const line = (...points: [number, number][]): Point[] => points.map(([x, y]) => ({ x, y }));

/** The mean difference from the truth about the whisker, beyond the head. */
function offAt(alpha: Uint16Array | Uint8Array, top: number): number {
  let [sum, count] = [0, 0];
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 190; x < 315; x++) {
      if (near(x + 0.5, y + 0.5) > 4) continue;
      sum += Math.abs((alpha[y * WIDTH + x] as number) / top - truth(x, y));
      count++;
    }
  }
  return sum / count;
}

describe('a strand', () => {
  it('is kept beyond the solid shape, with what it covers', () => {
    const marks = [
      { mark: 'keep' as const, radius: 24, points: line([90, 120], [130, 120]) },
      {
        mark: 'drop' as const,
        radius: 6,
        points: line([20, 20], [340, 20], [340, 220], [20, 220]),
      },
    ];
    const recipe = { by: 'marks' as const, from: 'layer' as const, marks };
    const without = pick(recipe, ground, {}, { specks: 0, solved: 12 });
    expect(offAt(without, 65_535)).toBeGreaterThan(0.2);
    // Drawn by a hand that trembles.
    const drawn = Array.from({ length: 16 }, (_, i) => {
      const x = 168 + i * 10;
      return { x, y: whisker(x) + 2.5 * Math.sin(i * 2.1) };
    });
    const { points, width } = followStrand(ground.level(0), drawn, 6);
    const strand = { mark: 'unsure' as const, radius: width / 2 + 2, points };
    const followed = { ...recipe, marks: [...marks, strand] };
    const kept = pick(followed, ground, {}, { specks: 0, solved: 12 });
    expect(offAt(kept, 65_535)).toBeLessThan(0.08);
    // What lies a little farther off stays dropped.
    for (let x = 200; x < 310; x += 7) {
      const beside = Math.round(whisker(x) + 12);
      expect((kept[beside * WIDTH + x] as number) / 65_535).toBeLessThan(0.05);
    }
  });

  it('is found without a stroke, along the edge of any mask, as far as asked', () => {
    const before = new Float32Array(WIDTH * HEIGHT).map((_, p) => {
      const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
      return Math.hypot(x + 0.5 - HEAD.x, y + 0.5 - HEAD.y) < HEAD.radius ? 1 : 0;
    });
    const recipe = { by: 'edge' as const, from: 'layer' as const, way: 'hairs' as const };
    const solved = (strands: number) =>
      pick(recipe, ground, { before }, { specks: 0, solved: 8, strands });
    expect(offAt(solved(0), 65_535)).toBeGreaterThan(0.2);
    const found = solved(200);
    expect(offAt(found, 65_535)).toBeLessThan(0.12);
    // Followed for forty pixels it is lost beyond them.
    expect(offAt(solved(40), 65_535)).toBeGreaterThan(0.15);
    // No joint of the wall belongs to it.
    for (const [x, y] of [
      [250, 25],
      [300, 193],
      [40, 217],
    ] as const) {
      expect((found[y * WIDTH + x] as number) / 65_535).toBeLessThan(0.1);
    }
  });
});
