import { newFloatImage } from '@diplex/imaging';
import { describe, expect, it } from 'vitest';
import { membrane } from './membrane';

const [WIDTH, HEIGHT] = [40, 30];

/** A picture whose three components are a function of place, opaque. */
function picture(value: (x: number, y: number) => number) {
  const image = newFloatImage(WIDTH, HEIGHT);
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    image.data.fill(value(p % WIDTH, Math.floor(p / WIDTH)), p * 4, p * 4 + 3);
    image.data[p * 4 + 3] = 1;
  }
  return image;
}

const disc = Float32Array.from({ length: WIDTH * HEIGHT }, (_, p) =>
  Math.hypot((p % WIDTH) - 20, Math.floor(p / WIDTH) - 15) < 9 ? 1 : 0,
);

describe('membrane', () => {
  it('is the difference of both wherever that is linear, inside as on the border', () => {
    // A linear function solves the equation, so it is found, but for what evening out the border does.
    const behind = picture((x, y) => 0.2 + x / 100 + y / 200);
    const patch = picture(() => 0.1);
    const added = membrane(behind, patch, disc);
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
      if (x < 2 || y < 2 || x > WIDTH - 3 || y > HEIGHT - 3) continue;
      expect(added.data[p * 4]).toBeCloseTo(0.1 + x / 100 + y / 200, 1.7);
    }
  });

  it('keeps the detail of the patch: what it adds has none', () => {
    const behind = picture(() => 0.5);
    const patch = picture((x, y) => ((x + y) % 2 ? 0.2 : 0.4));
    const added = membrane(behind, patch, disc);
    const inside = Array.from(disc.keys()).filter((p) => disc[p] === 1);
    for (const p of inside) expect(added.data[p * 4]).toBeCloseTo(0.2, 1);
  });

  it('adds nothing where nothing lies around that could be met', () => {
    const behind = picture(() => 0.9);
    const everywhere = new Float32Array(WIDTH * HEIGHT).fill(1);
    const added = membrane(
      behind,
      picture(() => 0.1),
      everywhere,
    );
    expect(added.data.every((value, i) => (i % 4 === 3 ? value === 1 : value === 0))).toBe(true);
    const clear = newFloatImage(WIDTH, HEIGHT);
    expect(
      membrane(
        clear,
        picture(() => 0.1),
        disc,
      ).data[(15 * WIDTH + 20) * 4],
    ).toBe(0);
  });
});
