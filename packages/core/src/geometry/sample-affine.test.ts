import { rotation, scaling, translation } from '@diplex/document';
import { newFloatImage } from '@diplex/imaging';
import { describe, expect, it } from 'vitest';
import { sampleAffine, sampledRect } from './sample-affine';

const AT = { x: -10, y: -10, width: 80, height: 60 };

/** Opaque, each component a function of place. */
function picture(value: (x: number, y: number) => number) {
  const image = newFloatImage(AT.width, AT.height);
  for (let p = 0; p < AT.width * AT.height; p++) {
    const [x, y] = [AT.x + (p % AT.width) + 0.5, AT.y + Math.floor(p / AT.width) + 0.5];
    image.data.fill(value(x, y), p * 4, p * 4 + 3);
    image.data[p * 4 + 3] = 1;
  }
  return image;
}

const OUT = { x: 5, y: 4, width: 20, height: 16 };

describe('sampleAffine', () => {
  it('moves by whole pixels without changing a bit', () => {
    const image = picture((x, y) => ((x * 7 + y * 13) % 11) / 11);
    const moved = sampleAffine(image, AT, translation(3, -2), OUT);
    for (let y = 0; y < OUT.height; y++) {
      for (let x = 0; x < OUT.width; x++) {
        const from = ((OUT.y + y + 2 - AT.y) * AT.width + OUT.x + x - 3 - AT.x) * 4;
        expect(moved.data[(y * OUT.width + x) * 4]).toBe(image.data[from]);
      }
    }
  });

  it('carries a smooth picture to where the map puts it: moved in part, turned, scaled', () => {
    const value = (x: number, y: number) => 0.5 + 0.3 * Math.sin(x / 9) * Math.cos(y / 7);
    const image = picture(value);
    const turned = rotation(20);
    for (const map of [translation(1.3, 0.6), turned, scaling(1.5, 1.5)]) {
      const sampled = sampleAffine(image, AT, map, OUT);
      const [a, b, c, d, e, f] = map;
      const det = a * d - b * c;
      for (let p = 0; p < OUT.width * OUT.height; p += 7) {
        const [x, y] = [
          OUT.x + (p % OUT.width) + 0.5 - e,
          OUT.y + Math.floor(p / OUT.width) + 0.5 - f,
        ];
        const [u, v] = [(d * x - c * y) / det, (a * y - b * x) / det];
        expect(sampled.data[p * 4]).toBeCloseTo(value(u, v), 2);
        expect(sampled.data[p * 4 + 3]).toBeCloseTo(1, 6);
      }
    }
  });

  it('takes the mean where it shrinks: stripes of a pixel are grey', () => {
    const stripes = picture((x) => (Math.floor(x) % 2 === 0 ? 1 : 0));
    const shrunk = sampleAffine(stripes, AT, scaling(0.25, 0.25), {
      x: 0,
      y: 0,
      width: 12,
      height: 8,
    });
    for (let i = 0; i < shrunk.data.length; i += 4) expect(shrunk.data[i]).toBeCloseTo(0.5, 1);
  });

  it('reads only what it says it does', () => {
    const map = [0.9, 0.3, -0.3, 0.9, 4.2, -1] as const;
    const rect = sampledRect(map, OUT);
    const noise = (x: number, y: number) => Math.abs(Math.sin(x * 12.9 + y * 78.2));
    const image = picture(noise);
    const cut = newFloatImage(rect.width, rect.height);
    for (let y = 0; y < rect.height; y++) {
      const from = ((rect.y + y - AT.y) * AT.width + rect.x - AT.x) * 4;
      cut.data.set(image.data.subarray(from, from + rect.width * 4), y * rect.width * 4);
    }
    expect(sampleAffine(cut, rect, map, OUT).data).toEqual(sampleAffine(image, AT, map, OUT).data);
  });
});
