import { describe, expect, it } from 'vitest';
import { startValues } from '../definition';
import { computeSharpen } from './compute';
import { sharpen } from './definition';

/** What a pixel of encoded colour gains in luma whose surroundings are as they are. */
function gained(own: readonly number[], around: readonly number[], values: object): number {
  const image = (colour: readonly number[]) => ({
    ...{ width: 1, height: 1 },
    data: Float32Array.from([...colour, 1]),
  });
  const luma = (data: ArrayLike<number>) =>
    0.2126 * (data[0] as number) + 0.7152 * (data[1] as number) + 0.0722 * (data[2] as number);
  const all = { ...startValues(sharpen), strength: 1, ...values };
  const made = computeSharpen.combine(all, image(own), image(around), 'encoded', {
    ...{ x: 0, y: 0, scale: 1 },
  });
  return luma(made.data) - luma(own);
}

const grey = (value: number) => [value, value, value];

describe('sharpening', () => {
  it('spares edges the more the stronger they are, and fine differences hardly', () => {
    const whole = (by: number) => gained(grey(0.5 + by), grey(0.5), {});
    const spared = (by: number) => gained(grey(0.5 + by), grey(0.5), { spareEdges: 1 });
    expect(spared(0.01) / whole(0.01)).toBeGreaterThan(0.95);
    expect(spared(0.2) / whole(0.2)).toBeLessThan(0.12);
  });

  it('spares what is like skin, of whatever lightness, and nothing blue or grey', () => {
    const skins = [
      [0.85, 0.66, 0.55],
      [0.36, 0.23, 0.17],
    ];
    const darker = (colour: readonly number[]) => colour.map((value) => value * 0.9);
    for (const skin of skins) {
      expect(gained(skin, darker(skin), { spareSkin: 1 })).toBeLessThan(
        0.35 * gained(skin, darker(skin), {}),
      );
    }
    for (const other of [grey(0.5), [0.2, 0.35, 0.8]]) {
      const [plain, spared] = [{}, { spareSkin: 1 }].map((values) =>
        gained(other, darker(other), values),
      );
      expect(spared).toBeCloseTo(plain as number, 4);
    }
  });
});
