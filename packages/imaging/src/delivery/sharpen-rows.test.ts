import { describe, expect, it } from 'vitest';
import { RowSharpener } from './sharpen-rows';

function sharpened(rows: readonly Float32Array[], amount: number): Float32Array[] {
  const sharpener = new RowSharpener(amount);
  return [...rows.flatMap((row) => sharpener.take(row)), ...sharpener.end()];
}

function picture(width: number, height: number, light: (x: number, y: number) => number) {
  return Array.from({ length: height }, (_, y) =>
    Float32Array.from({ length: width * 4 }, (_, i) => {
      const value = light(i >> 2, y);
      return [value, value / 2, value / 4, 1][i % 4] as number;
    }),
  );
}

describe('sharpening rows', () => {
  it('leaves what is even, and gives every row back', () => {
    const rows = sharpened(
      picture(6, 4, () => 0.3),
      1,
    );
    expect(rows).toHaveLength(4);
    for (const row of rows) expect(row[8]).toBeCloseTo(0.3, 5);
  });

  it.each([
    ['across', (x: number, _: number) => (x < 4 ? 0.1 : 0.5), [4, 2], [3, 2]],
    ['down', (_: number, y: number) => (y < 4 ? 0.1 : 0.5), [2, 4], [2, 3]],
  ] as const)(
    'makes an edge steeper %s, by its amount, and keeps its colours',
    (_, light, bright, dark) => {
      const [soft = [], strong = []] = [0.4, 1].map((amount) =>
        sharpened(picture(8, 8, light), amount),
      );
      const at = (rows: Float32Array[], [x, y]: readonly [number, number], c = 0) =>
        rows[y]?.[x * 4 + c] ?? Number.NaN;
      expect(at(soft, bright)).toBeGreaterThan(0.51);
      expect(at(strong, bright)).toBeGreaterThan(at(soft, bright));
      expect(at(strong, dark)).toBeLessThan(at(soft, dark));
      expect(at(strong, bright, 1)).toBeCloseTo(at(strong, bright) / 2, 4);
      expect(at(strong, bright, 2)).toBeCloseTo(at(strong, bright) / 4, 4);
    },
  );
});
