import { describe, expect, it } from 'vitest';
import { boxMean } from './box-mean';

const [WIDTH, HEIGHT] = [19, 13];
const picture = Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => ((i * 7919) % 1009) / 1009);

/** The mean by its definition, pixel by pixel. */
function slowly(reach: number): number[] {
  const at = (x: number, y: number) =>
    picture[
      Math.max(0, Math.min(HEIGHT - 1, y)) * WIDTH + Math.max(0, Math.min(WIDTH - 1, x))
    ] as number;
  return Array.from(picture, (_, i) => {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    let sum = 0;
    for (let v = y - reach; v <= y + reach; v++) {
      for (let u = x - reach; u <= x + reach; u++) sum += at(u, v);
    }
    return sum / (2 * reach + 1) ** 2;
  });
}

describe('the mean over squares', () => {
  it.each([0, 1, 4, 12, 30])(
    'is that of its definition, its edge pixels going on: reach %d',
    (reach) => {
      const found = boxMean(picture, WIDTH, HEIGHT, reach);
      const wanted = slowly(reach);
      const off = found.reduce(
        (most, value, i) => Math.max(most, Math.abs(value - (wanted[i] as number))),
        0,
      );
      expect(off).toBeLessThan(1e-5);
    },
  );

  it('is worked out for a single row and a single column', () => {
    const row = Float32Array.of(0, 0, 3, 0, 0);
    expect([...boxMean(row, 5, 1, 1)].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([
      0, 1, 1, 1, 0,
    ]);
    expect([...boxMean(row, 1, 5, 1)].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([
      0, 1, 1, 1, 0,
    ]);
  });
});
