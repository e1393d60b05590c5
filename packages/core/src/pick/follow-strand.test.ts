import { describe, expect, it } from 'vitest';
import { followStrand } from './follow-strand';
import { groundFrom, noiseAt } from './synthetic-ground.test-support';

const [WIDTH, HEIGHT] = [220, 120];

/** Where a whisker lies: it bends down to the right. */
const whisker = (x: number) => 40 + 0.0012 * (x - 20) ** 2;

/** How far a place lies from the whisker, about. */
const away = (x: number, y: number) => (y - whisker(x)) / Math.hypot(1, 0.0024 * (x - 20));

/** The share of a pixel that a whisker of a width covers. */
const covers = (x: number, y: number, width: number) =>
  Math.max(0, Math.min(1, width / 2 + 0.5 - Math.abs(away(x + 0.5, y + 0.5)))) * Math.min(1, width);

function pictured(width: number, strand: number, noise: number) {
  return groundFrom(WIDTH, HEIGHT, (x, y) => {
    const behind = 110 + noise * (noiseAt(x, y) - 0.5) + 0.2 * x;
    const value = behind + covers(x, y, width) * (strand - behind);
    return [value, value, value];
  }).level(0);
}

/** As a hand draws it: beside the whisker, and not evenly. */
const drawn = Array.from({ length: 17 }, (_, i) => {
  const x = 24 + i * 11;
  return { x, y: whisker(x) + 3.4 * Math.sin(i * 1.7) };
});

describe('followStrand', () => {
  it.each([
    [1, 235],
    [2, 235],
    [3.5, 235],
    [2, 20],
  ])('finds the middle and the width of a whisker %d px wide of grey %d', (width, grey) => {
    const { points, width: found } = followStrand(pictured(width, grey, 24), drawn, 6);
    const offs = points.slice(4, -4).map(({ x, y }) => Math.abs(away(x, y)));
    expect(offs.reduce((sum, off) => sum + off, 0) / offs.length).toBeLessThan(0.5);
    expect(Math.max(...offs)).toBeLessThan(1.5);
    expect(found).toBeGreaterThan(width - 0.5);
    expect(found).toBeLessThan(1.1 * width + 1);
  });

  it('stays near the drawn line where there is no strand', () => {
    const { points } = followStrand(pictured(0, 0, 0), drawn, 6);
    for (const { x, y } of points) expect(Math.abs(away(x, y))).toBeLessThan(6 + 3.5);
  });

  it('goes no farther than it may', () => {
    const far = drawn.map(({ x, y }) => ({ x, y: y + 30 }));
    const { points } = followStrand(pictured(2, 235, 0), far, 5);
    for (const { x, y } of points) expect(Math.abs(away(x, y))).toBeGreaterThan(15);
  });
});
