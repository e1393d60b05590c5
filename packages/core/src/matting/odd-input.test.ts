import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { matte } from './matte';
import { inMemory, KNOWN, type MatteInput } from './trimap';

const [WIDTH, HEIGHT] = [26, 20];

/** How a picture's values come about: all that is degenerate is likely. */
const values = fc.oneof(
  fc.constant(() => 0),
  fc.constant(() => 1),
  fc.double({ min: 0, max: 1, noNaN: true }).map((value) => () => value),
  fc
    .tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }))
    .map(
      ([a, b]) =>
        (x: number) =>
          x < WIDTH / 2 ? a : b,
    ),
  fc.integer({ min: 1, max: 9999 }).map((seed) => (x: number, y: number, c: number) => {
    const noise = Math.sin((x * 12.9898 + y * 78.233 + c * 37.719) * seed) * 43_758.5453;
    return noise - Math.floor(noise);
  }),
  fc.integer({ min: 1, max: 5 }).map((wide) => (x: number) => Math.floor(x / wide) % 2),
);

const marks = fc.oneof(
  fc.constant(() => KNOWN.unsure),
  fc
    .tuple(fc.integer({ min: 0, max: WIDTH }), fc.integer({ min: 0, max: WIDTH }))
    .map(([a, b]) => (x: number) => {
      if (x < Math.min(a, b)) return KNOWN.keep;
      return x < Math.max(a, b) ? KNOWN.unsure : KNOWN.drop;
    }),
  fc.integer({ min: 1, max: 9999 }).map((seed) => (x: number, y: number) => {
    const noise = Math.sin((x * 3.1 + y * 17.7) * seed) * 4375.54;
    const share = noise - Math.floor(noise);
    if (share < 0.04) return KNOWN.keep;
    return share < 0.08 ? KNOWN.drop : KNOWN.unsure;
  }),
);

const inputs = fc.tuple(values, marks).map(([value, mark]): MatteInput => {
  const linear = new Float32Array(WIDTH * HEIGHT * 3);
  const known = new Uint8Array(WIDTH * HEIGHT);
  for (let p = 0; p < known.length; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    known[p] = mark(x, y);
    for (let c = 0; c < 3; c++) linear[p * 3 + c] = value(x, y, c);
  }
  return { width: WIDTH, height: HEIGHT, linear, known };
});

describe('a matte of any picture', () => {
  it('is a number from 0 to 1 everywhere, and as known where it is known', () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const alpha = matte(inMemory(input));
        alpha.forEach((value, p) => {
          expect(value >= 0 && value <= 1).toBe(true);
          if (input.known[p] === KNOWN.keep) expect(value).toBe(1);
          if (input.known[p] === KNOWN.drop) expect(value).toBe(0);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('is a number where nothing is known far and wide, and colours are wrong where something is', () => {
    const [width, height] = [900, 12];
    const linear = new Float32Array(width * height * 3);
    const known = new Uint8Array(width * height).fill(KNOWN.unsure);
    for (let p = 0; p < known.length; p++) {
      const [x, y] = [p % width, Math.floor(p / width)];
      // Both sides have the same colours, one of them coarser than the other.
      const noise = Math.sin(x * 12.9898 + y * 78.233) * 43_758.5453;
      const grey = 0.4 + (x < 20 ? 0.3 : 0.05) * (noise - Math.floor(noise));
      linear.fill(grey, p * 3, p * 3 + 3);
      if (x < 40) known[p] = x < 20 ? KNOWN.keep : KNOWN.drop;
    }
    const alpha = matte(inMemory({ width, height, linear, known }));
    expect(alpha.every((value) => value >= 0 && value <= 1)).toBe(true);
  });
});
