import {
  type Composition,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
  type Step,
} from '@diplex/document';
import { decodeExactly, inScratch } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { renderComposition } from '../render/render-composition';

const SIDE = 96;
const PHOTO = 'e'.repeat(64);
const MARGIN = 24;

/** A picture of sharp bars, so that what a blur does to it is seen. */
const samples = Uint8Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
  const [p, c] = [Math.floor(i / 3), i % 3];
  const [x, y] = [p % SIDE, Math.floor(p / SIDE)];
  return (Math.floor(x / 7) + Math.floor(y / 11) + c) % 2 ? 220 : 40;
});
const levels = [tiled({ width: SIDE, height: SIDE, channels: 3, data: samples })];
const reader: PixelReader = {
  level: (source, level) => (source === PHOTO ? levels[level] : undefined),
  paintedTile: () => undefined,
};

/** A box that covers whole pixels: coverage is 0 or 1. */
const BOX: Mask = {
  ...{ id: 'box', name: 'Box', startsFrom: 'empty', feather: 0 },
  parts: [
    {
      ...{ id: 'p', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: 20, y: 16, width: 50, height: 60 },
    },
  ],
};
const covers = (x: number, y: number) => (x >= 20 && x < 70 && y >= 16 && y < 76 ? 1 : 0);

function scene(step: Step, mixIn: 'light' | 'encoded' = 'encoded'): Composition {
  const size = { width: SIDE, height: SIDE };
  const photo = { kind: 'photo' as const, source: PHOTO, size };
  const lies = [1, 0, 0, 1, 0, 0] as const;
  const layer = {
    ...plainLayer('thing', 'Thing', photo, placedAt({ x: SIDE / 2, y: SIDE / 2 })),
    steps: [step],
    maskUse: { mask: 'box', linked: true, turnedRound: false, lies },
  };
  return laidOut({ ...newComposition('Near', size), mixIn }, [layer], [BOX]);
}

function drawn(composition: Composition): Float32Array {
  const region = { x: 0, y: 0, width: SIDE, height: SIDE };
  return inScratch(() => new Float32Array(renderComposition(composition, region, 1, reader).data));
}

/** A Gaussian mean round a place, by all pixels that count at all. */
function gaussian(
  x: number,
  y: number,
  sigma: number,
  value: (u: number, v: number) => number,
): number {
  let [sum, all] = [0, 0];
  const reach = Math.ceil(4 * sigma);
  for (let v = y - reach; v <= y + reach; v++) {
    for (let u = x - reach; u <= x + reach; u++) {
      const weight = Math.exp(-((u - x) ** 2 + (v - y) ** 2) / (2 * sigma * sigma));
      sum += weight * value(u, v);
      all += weight;
    }
  }
  return sum / all;
}

const inside = (value: number) => Math.max(0, Math.min(SIDE - 1, value));
const photoAt = (x: number, y: number, c: number) =>
  (samples[(inside(y) * SIDE + inside(x)) * 3 + c] as number) / 255;

const places = Array.from({ length: 40 }, (_, i) => [
  MARGIN - 10 + ((i * 29) % 62),
  MARGIN - 12 + ((i * 17) % 66),
]) as [number, number][];

describe('steps that look around, against straightforward loops', () => {
  it.each([1.4, 3, 6])('blur of %d px with its edge kept is the mean of what shows', (sigma) => {
    const data = drawn(scene(newStep(definitionOf('blur'), { size: sigma })));
    for (const [x, y] of places) {
      const alpha = covers(x, y);
      expect(data[(y * SIDE + x) * 4 + 3]).toBe(alpha);
      if (alpha === 0) continue;
      for (let c = 0; c < 3; c++) {
        const shown = gaussian(x, y, sigma, (u, v) => covers(u, v) * photoAt(u, v, c));
        const expected = shown / gaussian(x, y, sigma, covers);
        expect(Math.abs((data[(y * SIDE + x) * 4 + c] as number) - expected)).toBeLessThan(0.015);
      }
    }
  });

  it('blur with its edge softened is a blur of the thing as it was cut out', () => {
    const step = newStep(definitionOf('blur'), { size: 4, edge: 'softened' });
    const data = drawn(scene(step));
    for (const [x, y] of places) {
      const alpha = gaussian(x, y, 4, covers);
      expect(Math.abs((data[(y * SIDE + x) * 4 + 3] as number) - alpha)).toBeLessThan(0.015);
      const red = gaussian(x, y, 4, (u, v) => covers(u, v) * photoAt(u, v, 0));
      expect(Math.abs((data[(y * SIDE + x) * 4] as number) - red)).toBeLessThan(0.015);
    }
  });

  it('an outward glow is the blurred shape beyond the shape, in its colour', () => {
    const values = { size: 10, solid: 0, colour: { r: 255, g: 128, b: 0 } };
    const step = { ...newStep(definitionOf('glow'), values), blending: 'normal' as const };
    const data = drawn(scene(step, 'light'));
    for (let y = 4; y < 92; y += 9) {
      for (const x of [12, 16, 19, 71, 75, 80]) {
        const lit = gaussian(x, y, 4, covers) * (1 - covers(x, y));
        const pixel = data.subarray((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4);
        expect(Math.abs((pixel[3] as number) - lit)).toBeLessThan(0.015);
        expect(Math.abs((pixel[1] as number) - lit * decodeExactly(128 / 255))).toBeLessThan(0.01);
      }
    }
  });

  it('sharpening adds what the blur takes away, to lightness', () => {
    const step = newStep(definitionOf('sharpen'), { strength: 0.5, radius: 2 });
    const data = drawn(scene(step));
    const luma = (r: number, g: number, b: number) => 0.2126 * r + 0.7152 * g + 0.0722 * b;
    for (const [x, y] of places.filter(([u, v]) => covers(u, v) === 1)) {
      const at = (u: number, v: number) =>
        luma(photoAt(u, v, 0), photoAt(u, v, 1), photoAt(u, v, 2));
      const soft = gaussian(x, y, 2, (u, v) => covers(u, v) * at(u, v)) / gaussian(x, y, 2, covers);
      const own = at(x, y);
      const wanted = Math.max(0, own + 0.5 * (own - soft));
      const pixel = data.subarray((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3);
      const made = luma(pixel[0] as number, pixel[1] as number, pixel[2] as number);
      // What would lie above white is cut off at the end of the chain.
      if (Math.max(...pixel) < 0.999) expect(Math.abs(made - wanted)).toBeLessThan(0.02);
    }
  });

  it('a wide blur is the same from a smaller drawing as from all pixels', () => {
    // At 40 px and a scale of 1 what is blurred is drawn at an eighth; the mean over so much is nearly one colour.
    const data = drawn(scene(newStep(definitionOf('blur'), { size: 40 })));
    for (const [x, y] of places.filter(([u, v]) => covers(u, v) === 1)) {
      const shown = gaussian(x, y, 40, (u, v) => covers(u, v) * photoAt(u, v, 0));
      const expected = shown / gaussian(x, y, 40, covers);
      expect(Math.abs((data[(y * SIDE + x) * 4] as number) - expected)).toBeLessThan(0.03);
    }
  });
});
