import { describe, expect, it } from 'vitest';
import { RowResizer } from './resize-rows';

type Pixel = (x: number, y: number) => readonly [number, number, number, number];

function resized(
  from: { width: number; height: number },
  to: { width: number; height: number },
  pixel: Pixel,
): Float32Array[] {
  const resizer = new RowResizer(from, to);
  return Array.from({ length: from.height }, (_, y) =>
    resizer.take(
      Float32Array.from({ length: from.width * 4 }, (_, i) => pixel(i >> 2, y)[i % 4] as number),
    ),
  ).flat();
}

describe('resizing rows', () => {
  it('keeps what is even, in every size', () => {
    for (const to of [
      { width: 7, height: 5 },
      { width: 40, height: 90 },
      { width: 1, height: 1 },
    ]) {
      const rows = resized({ width: 20, height: 31 }, to, () => [0.5, 0.25, 0, 1]);
      expect(rows).toHaveLength(to.height);
      for (const row of rows) {
        expect(row).toHaveLength(to.width * 4);
        row.forEach((value, i) => {
          expect(value).toBeCloseTo([0.5, 0.25, 0, 1][i % 4] as number, 5);
        });
      }
    }
  });

  it('is the picture itself at its own size', () => {
    const pixel: Pixel = (x, y) => [x / 9, y / 8, (x * y) % 3, 1];
    const rows = resized({ width: 9, height: 8 }, { width: 9, height: 8 }, pixel);
    rows.forEach((row, y) => {
      row.forEach((value, i) => {
        expect(value).toBeCloseTo(pixel(i >> 2, y)[i % 4] as number, 5);
      });
    });
  });

  it('leaves a slope a slope, away from the ends', () => {
    const rows = resized({ width: 120, height: 60 }, { width: 40, height: 20 }, (x, y) => [
      ...([x / 120, y / 60] as const),
      ...([0, 1] as const),
    ]);
    const row = rows[10] as Float32Array;
    for (let x = 5; x < 35; x++) {
      expect(row[x * 4]).toBeCloseTo((x * 3 + 1) / 120, 3);
      expect(row[x * 4 + 1]).toBeCloseTo(31 / 60, 3);
    }
  });

  it('makes the mean of stripes too fine to be seen', () => {
    const rows = resized({ width: 96, height: 4 }, { width: 24, height: 1 }, (x) => [
      ...([x % 2, 0] as const),
      ...([0, 1] as const),
    ]);
    const row = rows[0] as Float32Array;
    for (let x = 4; x < 20; x++) expect(row[x * 4]).toBeCloseTo(0.5, 2);
  });
});
