import { stopKernels } from '@diplex/kernels';
import { startTestKernels } from '@diplex/kernels/test-support';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { holdPatches } from './hold-patches';
import { pick } from './pick';
import { groundFrom, noiseAt } from './synthetic-ground.test-support';

beforeAll(() => {
  startTestKernels();
});
afterAll(stopKernels);

const [WIDTH, HEIGHT] = [160, 90];
const SIZE = { width: WIDTH, height: HEIGHT };
const TOP = 65_535;

/** The thing is the left half. */
const before = Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) => (p % WIDTH < 60 ? 1 : 0));

/** The thing, what is added to it, and soft rims of a pixel. */
function solved(added: (x: number, y: number) => number): Uint16Array {
  return Uint16Array.from(before, (label, p) => {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    return Math.round(TOP * Math.max(label, added(x, y)));
  });
}

const box = (x: number, y: number, x0: number, y0: number, wide: number, high: number) =>
  x >= x0 && x < x0 + wide && y >= y0 && y < y0 + high ? 1 : 0;

describe('patches of a solved edge', () => {
  it('that are wide are held back with their rims, hairs stay as they are', () => {
    const hairs = (x: number, y: number) => (y < 40 && y % 5 < 3 && x < 90 ? 0.9 : 0);
    const patch = (x: number, y: number) =>
      Math.max(box(x, y, 60, 60, 30, 20), 0.4 * box(x, y, 60, 58, 32, 24));
    const alpha = solved((x, y) => Math.max(hairs(x, y), patch(x, y)));
    holdPatches(alpha, before, SIZE, 9);
    const meant = solved(hairs);
    for (let p = 0; p < alpha.length; p++) {
      const y = Math.floor(p / WIDTH);
      if (y < 40 || y > 52) expect(alpha[p]).toBe(meant[p]);
    }
  });

  it('are held back from the width that is said on, at the border of the picture as well', () => {
    for (const wide of [6, 7, 8, 9, 15]) {
      const alpha = solved((x, y) => box(x, y, 90, 30, wide, wide));
      const solvedSo = alpha.slice();
      holdPatches(alpha, before, SIZE, 9);
      expect(alpha[(30 + wide - 1) * WIDTH + 90 + wide - 1]).toBe(wide < 9 ? TOP : 0);
      if (wide < 9) expect(alpha).toEqual(solvedSo);
    }
    const corner = solved((x, y) => box(x, y, WIDTH - 20, HEIGHT - 20, 20, 20));
    holdPatches(corner, before, SIZE, 9);
    expect(Math.max(...corner.filter((_, p) => before[p] !== 1))).toBe(0);
  });

  it('inside of the mask that show through are closed where they are wide, and holes stay', () => {
    const alpha = solved(() => 0);
    const lower = (x0: number, y0: number, wide: number, high: number, value: number) => {
      for (let y = y0; y < y0 + high; y++)
        alpha.fill(value * TOP, y * WIDTH + x0, y * WIDTH + x0 + wide);
    };
    lower(10, 10, 14, 60, 0.4);
    lower(34, 20, 22, 24, 0.6);
    holdPatches(alpha, before, SIZE, 9);
    expect(alpha[40 * WIDTH + 12]).toBe(Math.round(0.4 * TOP));
    expect(alpha[30 * WIDTH + 45]).toBe(TOP);
    expect(Math.max(...alpha.filter((_, p) => before[p] === 0))).toBe(0);
  });
});

it('an edge that is solved anew takes a thing behind in, or leaves it, as is said', () => {
  const side = 120;
  const disc = (x: number, y: number) => Math.hypot(x - 45, y - 60) < 30;
  // As red as the disc, and beside it.
  const beside = (x: number, y: number) => x >= 74 && x < 92 && y >= 50 && y < 70;
  const ground = groundFrom(side, side, (x, y) => {
    const n = 12 * noiseAt(x, y);
    return disc(x, y) || beside(x, y) ? [190 + n, 60 + n, 50 + n] : [70 + n, 110 + n, 160 + n];
  });
  const mask = Float32Array.from({ length: side * side }, (_, p) =>
    disc(p % side, Math.floor(p / side)) ? 1 : 0,
  );
  const recipe = { by: 'edge' as const, from: 'layer' as const, way: 'hairs' as const };
  const at = (patches: number) => {
    const how = { specks: 0, solved: 40, patches };
    const alpha = pick(recipe, ground, { before: mask }, how);
    return (alpha[60 * side + 84] as number) / TOP;
  };
  expect(at(0)).toBeGreaterThan(0.8);
  expect(at(9)).toBeLessThan(0.05);
  expect(at(60)).toBeGreaterThan(0.8);
});
