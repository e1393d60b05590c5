import {
  type Composition,
  type Layer,
  laidOut,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { renderComposition } from '../render/render-composition';
import { chanceAt } from './nodes/speckle-node';

const [WIDTH, HEIGHT] = [256, 64];
const size = { width: WIDTH, height: HEIGHT };
const PHOTO = 'e'.repeat(64);

/** Greys from black on the left to white on the right. */
const ramp = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => Math.floor(i / 3) % WIDTH);
const level = tiled({ ...size, channels: 3, data: ramp });
const reader: PixelReader = {
  level: (source, at) => (source === PHOTO && at === 0 ? level : undefined),
  paintedTile: () => undefined,
};
const middle = placedAt({ x: WIDTH / 2, y: HEIGHT / 2 });
const photo = plainLayer('photo', 'Ramp', { kind: 'photo' as const, source: PHOTO, size }, middle);
const filled = (id: string, value: number): Layer => {
  const colour = { r: value, g: value, b: value, alpha: 1 };
  return plainLayer(id, id, { kind: 'fill', size, fill: { by: 'colour', colour } }, middle);
};
const scene = (...layers: Layer[]): Composition =>
  laidOut({ ...newComposition('Tones', size), mixIn: 'encoded' }, layers);

function drawn(composition: Composition, scale = 1): Float32Array {
  const region = { x: 0, y: 0, width: WIDTH * scale, height: HEIGHT * scale };
  return inScratch(
    () => new Float32Array(renderComposition(composition, region, scale, reader).data),
  );
}
const at = (data: Float32Array, x: number, y = 20) => data[(y * WIDTH + x) * 4] as number;
const lights = {
  component: 'lightness' as const,
  low: [0.5, 0.7] as const,
  high: [1, 1] as const,
};

describe('Blending by tone', () => {
  it('shows a layer where its own tones are within the window, and fades at its ends', () => {
    const data = drawn(scene(filled('red', 0), { ...photo, byTone: { own: lights } }));
    expect(at(data, 100)).toBe(0);
    expect(at(data, 220)).toBeCloseTo(220 / 255, 3);
    const half = at(data, 145) / (145 / 255);
    expect(half).toBeGreaterThan(0.4);
    expect(half).toBeLessThan(0.6);
  });

  it('shows a layer by the tones of what lies behind it', () => {
    const data = drawn(scene(photo, { ...filled('grey', 128), byTone: { behind: lights } }));
    expect(at(data, 60)).toBeCloseTo(60 / 255, 3);
    expect(at(data, 230)).toBeCloseTo(128 / 255, 3);
  });

  it('goes by the source, however its chain changes it, unless it is to follow', () => {
    const darker = newStep(definitionOf('exposure'), { stops: -6 });
    const layer = { ...photo, steps: [darker] };
    const [ground] = [filled('ground', 255)];
    const kept = drawn(scene(ground as Layer, { ...layer, byTone: { own: lights } }));
    expect(at(kept, 220)).toBeLessThan(0.2);
    const follows = drawn(
      scene(ground as Layer, { ...layer, byTone: { own: lights, follows: true } }),
    );
    expect(at(follows, 220)).toBeGreaterThan(0.99);
  });
});

describe('Speckle', () => {
  const speckled = (opacity: number) =>
    scene(filled('ground', 0), { ...filled('top', 255), blending: 'speckle', opacity });

  it('shows all of a layer or nothing, as often as it is covered', () => {
    const data = drawn(speckled(0.3));
    const values = Array.from({ length: WIDTH * HEIGHT }, (_, p) => data[p * 4] as number);
    expect(values.every((value) => value < 1e-6 || value > 1 - 1e-6)).toBe(true);
    const share = values.filter((value) => value > 0.5).length / values.length;
    expect(share).toBeGreaterThan(0.28);
    expect(share).toBeLessThan(0.32);
  });

  it('is the same pixels at any scale, and their share from afar', () => {
    const [one, two] = [drawn(speckled(0.5)), drawn(speckled(0.5), 2)];
    for (let x = 0; x < WIDTH; x += 3) {
      expect(two[(41 * WIDTH * 2 + 2 * x + 1) * 4]).toBe(at(one, x, 20));
    }
    const afar = drawn(speckled(0.5), 0.25);
    const mean = [0, 1, 2, 3].flatMap((y) => [0, 1, 2, 3].map((x) => at(one, 40 + x, 20 + y)));
    const there = afar[(5 * (WIDTH / 4) + 10) * 4] as number;
    expect(there).toBeCloseTo(mean.reduce((all, value) => all + value, 0) / 16, 5);
  });

  it('more covered, shows what it showed and more', () => {
    const [less, more] = [drawn(speckled(0.3)), drawn(speckled(0.6))];
    expect(less.every((value, i) => value <= (more[i] as number) + 1e-6)).toBe(true);
  });

  it('is spread evenly, without lines', () => {
    for (const seed of [1, 77, -5]) {
      const rows = Array.from({ length: 64 }, (_, y) => {
        let sum = 0;
        for (let x = 0; x < 256; x++) sum += chanceAt(x, y, seed);
        return sum / 256;
      });
      for (const mean of rows) expect(Math.abs(mean - 0.5)).toBeLessThan(0.1);
    }
  });
});
