import { describe, expect, it } from 'vitest';
import { boxPassAcross, boxPassDown } from './twin';

const WIDTH = 23;
const HEIGHT = 17;
const picture = Int32Array.from({ length: WIDTH * HEIGHT }, (_, i) => ((i * 7919) % 1000) * 500);

/** The filter by its definition, sample by sample. */
function slowly(data: Int32Array, r: number, fringe: number, across: boolean): Int32Array {
  const at = (x: number, y: number) => {
    const u = Math.max(0, Math.min(WIDTH - 1, x));
    const v = Math.max(0, Math.min(HEIGHT - 1, y));
    return data[v * WIDTH + u] ?? 0;
  };
  return Int32Array.from(data, (_, i) => {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    const along = (d: number) => (across ? at(x + d, y) : at(x, y + d));
    let sum = fringe * (along(-r - 1) + along(r + 1));
    for (let d = -r; d <= r; d++) sum += along(d);
    return Math.floor(sum / (2 * r + 1 + 2 * fringe) + 0.5);
  });
}

describe('box passes', () => {
  it.each([
    [0, 0],
    [0, 0.4],
    [1, 0.25],
    [5, 0.8],
    [30, 0.5],
  ])('are the filter of their definition, r %d, fringe %d', (r, fringe) => {
    for (const [pass, across] of [
      [boxPassAcross, true],
      [boxPassDown, false],
    ] as const) {
      const out = new Int32Array(picture.length);
      pass(picture, out, WIDTH, HEIGHT, r, fringe);
      const wanted = slowly(picture, r, fringe, across);
      // Sums in another order may round the last place differently.
      const off = out.findIndex((value, i) => Math.abs(value - (wanted[i] ?? 0)) > 1);
      expect(off).toBe(-1);
    }
  });

  it('leave a flat picture flat', () => {
    const flat = new Int32Array(WIDTH * HEIGHT).fill(777);
    const out = new Int32Array(flat.length);
    boxPassAcross(flat, out, WIDTH, HEIGHT, 4, 0.3);
    expect(out).toEqual(flat);
    boxPassDown(flat, out, WIDTH, HEIGHT, 40, 0.3);
    expect(out).toEqual(flat);
  });
});
