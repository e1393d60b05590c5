import { encodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { hardEdge } from './hard-edge';

const [WIDTH, HEIGHT] = [120, 60];

/** Coverage of slanted rails from one to four pixels wide, and of a solid block, by 8 x 8 places in each pixel. */
function truth(): Float32Array {
  const rails = [
    { at: 8, wide: 1.2 },
    { at: 22, wide: 1.8 },
    { at: 38, wide: 2.6 },
    { at: 54, wide: 4 },
  ];
  const inside = (x: number, y: number) =>
    rails.some(({ at, wide }) => {
      const middle = at + 0.13 * y;
      return Math.abs(x - middle) < wide / 2;
    }) ||
    (x > 84.3 + 0.21 * y && y > 10.4);
  return Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) => {
    let sum = 0;
    for (let i = 0; i < 64; i++) {
      const x = (p % WIDTH) + ((i % 8) + 0.5) / 8;
      const y = Math.floor(p / WIDTH) + (Math.floor(i / 8) + 0.5) / 8;
      if (inside(x, y)) sum++;
    }
    return sum / 64;
  });
}

/** A photograph of that: dark rails before a sky that grows lighter, with noise; encoded. */
function photograph(alpha: Float32Array, rail: readonly number[]) {
  const data = new Uint8Array(WIDTH * HEIGHT * 3);
  let seed = 5;
  const noise = () => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return (seed / 2_147_483_648 - 0.5) * 3;
  };
  alpha.forEach((covered, p) => {
    const sky = [0.28, 0.42, 0.62].map((value) => value + (0.15 * Math.floor(p / WIDTH)) / HEIGHT);
    for (let c = 0; c < 3; c++) {
      const light = covered * (rail[c] as number) + (1 - covered) * (sky[c] as number);
      data[p * 3 + c] = Math.max(
        0,
        Math.min(255, Math.round(255 * encodeExactly(light) + noise())),
      );
    }
  });
  return { width: WIDTH, height: HEIGHT, channels: 3 as const, data };
}

const binary = (alpha: Float32Array) => alpha.map((value) => (value >= 0.5 ? 1 : 0));

/** The mean error of alpha within three pixels of an edge. */
function offNear(found: ArrayLike<number>, alpha: Float32Array, top = 65_535): number {
  let [sum, count] = [0, 0];
  alpha.forEach((covered, p) => {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    let near = false;
    for (let v = Math.max(0, y - 2); v <= Math.min(HEIGHT - 1, y + 2); v++) {
      for (let u = Math.max(0, x - 2); u <= Math.min(WIDTH - 1, x + 2); u++) {
        const value = alpha[v * WIDTH + u] as number;
        if (value > 0 && value < 1) near = true;
      }
    }
    if (!near) return;
    sum += Math.abs((found[p] as number) / top - covered);
    count++;
  });
  return sum / count;
}

describe('a hard edge', () => {
  it.each([
    ['dark', [0.03, 0.025, 0.02]],
    ['of the sky’s own lightness', [0.5, 0.25, 0.12]],
  ])('is found within its pixels, rails that are %s included', (_, rail) => {
    const alpha = truth();
    const cut = binary(alpha);
    const found = hardEdge(photograph(alpha, rail), cut, 6);
    const before = offNear(cut, alpha, 1);
    expect(offNear(found, alpha)).toBeLessThan(before / 3);
  });

  it('keeps rails as wide as they are, and what is far from the edge as it was cut', () => {
    const alpha = truth();
    const cut = binary(alpha);
    const found = hardEdge(photograph(alpha, [0.03, 0.025, 0.02]), cut, 6);
    const row = 30 * WIDTH;
    const width = (of: ArrayLike<number>, top: number) => {
      let sum = 0;
      for (let x = 35; x < 52; x++) sum += (of[row + x] as number) / top;
      return sum;
    };
    expect(Math.abs(width(found, 65_535) - width(alpha, 1))).toBeLessThan(0.15);
    expect(found[row + 112]).toBe(65_535);
    expect(found[row + 74]).toBe(0);
  });

  it('stays as it was cut where both sides look alike, and can be called off', () => {
    const cut = binary(truth());
    const flat = { width: WIDTH, height: HEIGHT, channels: 3 as const };
    const data = new Uint8Array(WIDTH * HEIGHT * 3).fill(120);
    expect(hardEdge({ ...flat, data }, cut, 6)).toEqual(
      cut.length === 0 ? [] : Uint16Array.from(cut, (v) => v * 65_535),
    );
    expect(() => hardEdge({ ...flat, data }, cut, 6, { stopped: () => true })).toThrow();
  });

  it('is the same wherever a tile of the work ends', () => {
    const alpha = truth();
    const { data } = photograph(alpha, [0.03, 0.025, 0.02]);
    const cut = binary(alpha);
    // The same picture again beside itself, so that the first tile ends in the middle of one of them.
    const times = 6;
    const width = WIDTH * times;
    const wide = { width, height: HEIGHT, channels: 3 as const };
    const many = new Uint8Array(width * HEIGHT * 3);
    const cuts = new Float32Array(width * HEIGHT);
    for (let y = 0; y < HEIGHT; y++) {
      for (let k = 0; k < times; k++) {
        const row = y * WIDTH;
        many.set(data.subarray(row * 3, (row + WIDTH) * 3), (y * width + k * WIDTH) * 3);
        cuts.set(cut.subarray(row, row + WIDTH), y * width + k * WIDTH);
      }
    }
    const found = hardEdge({ ...wide, data: many }, cuts, 6);
    const at = (k: number, x: number, y: number) => found[y * width + k * WIDTH + x] as number;
    let off = 0;
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) off = Math.max(off, Math.abs(at(4, x, y) - at(2, x, y)));
    }
    // The first tile ends in the fifth of them.
    expect(512 % WIDTH).toBeGreaterThan(20);
    expect(off).toBeLessThan(66);
  });
});
