import { describe, expect, it } from 'vitest';
import { loopsOf } from './shape-of-area';

function circle(x: number, y: number, radius: number, steps: number): Float32Array {
  return Float32Array.from({ length: 2 * (steps + 1) }, (_, i) => {
    const angle = ((i >> 1) / steps) * 2 * Math.PI;
    return i % 2 === 0 ? x + radius * Math.cos(angle) : y + radius * Math.sin(angle);
  });
}

describe('the loops of an outline', () => {
  it('are few points with handles, the longest first, without specks', () => {
    const loops = loopsOf(
      [circle(80, 40, 9, 60), circle(100, 100, 70, 440), circle(5, 5, 1, 4)],
      0.7,
    );
    expect(loops).toHaveLength(2);
    const [large, small] = loops;
    expect(large?.length).toBeLessThan(24);
    expect(small?.length).toBeLessThan(16);
    for (const { x, y, out } of large ?? []) {
      expect(Math.abs(Math.hypot(x - 100, y - 100) - 70)).toBeLessThan(1);
      expect(out).toBeDefined();
    }
  });
});
