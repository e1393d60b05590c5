import { laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { Dice } from '../brush/dice';
import type { PixelReader } from '../pixels/pixel-reader';
import { levelCount } from '../pixels/source-level';
import { tiled } from '../pixels/tiled-level';
import { readSource, sourceReadingNeeds } from './read-source';

const SIZE = { width: 300, height: 200 };
const SOURCE = 'a'.repeat(64);

/** The photograph alone whose encoded values a rule gives. */
function alone(valueAt: (x: number, y: number) => readonly [number, number, number]) {
  const { width, height } = SIZE;
  const data = new Uint16Array(width * height * 3);
  for (let p = 0; p < width * height; p++) {
    const colour = valueAt(p % width, Math.floor(p / width));
    data.set(
      colour.map((value) => Math.round(65_535 * Math.max(0, Math.min(1, value)))),
      p * 3,
    );
  }
  const layer = plainLayer(
    'model',
    'Photo',
    { kind: 'photo', source: SOURCE, size: SIZE },
    placedAt({ x: width / 2, y: height / 2 }),
  );
  const composition = laidOut(newComposition('Photo', SIZE), [layer]);
  const asked = new Set<string>();
  const reader: PixelReader = {
    level(source, level) {
      asked.add(`${source} ${level}`);
      return level === 0 ? tiled({ ...SIZE, channels: 3, data }) : undefined;
    },
    paintedTile: () => undefined,
  };
  return { composition, reader, asked };
}

describe('what a photograph shows by itself', () => {
  it('is how much of it ran out of values', () => {
    const { composition, reader } = alone((x) => {
      if (x < 30) return [0, 0, 0];
      return x < 90 ? [1, 0.4, 0.3] : [0.4, 0.5, 0.45];
    });
    const { clipped } = readSource(composition, reader);
    expect(clipped.dark).toBeCloseTo(0.1, 1);
    expect(clipped.light).toBeCloseTo(0.2, 1);
  });

  it('is its lightness, its cast and its noise', () => {
    const dice = new Dice(5);
    const soft = () => (dice.around() + dice.around() + dice.around()) * (2 / 255);
    const { composition, reader } = alone((x, y) => {
      const value = 0.3 + 0.25 * Math.sin(x / 40) * Math.cos(y / 30);
      return [value * 1.15 + soft(), value + soft(), value * 0.8 + soft()];
    });
    const { signature, clipped } = readSource(composition, reader);
    expect(clipped).toEqual({ dark: 0, light: 0 });
    const { tones, chroma, noise } = signature;
    expect(tones.black).toBeGreaterThan(2);
    expect(tones.white).toBeLessThan(70);
    for (const third of chroma.thirds) expect(third.b).toBeGreaterThan(0.01);
    // Each of three throws of two steps adds four thirds of a squared step.
    const sigma = noise.bands.map((band) => band.sigma[1]);
    expect(sigma.length).toBeGreaterThan(0);
    for (const each of sigma) expect(each).toBeGreaterThan(1);
    for (const each of sigma) expect(each).toBeLessThan(4);
  });

  it('finds no horizon and no light where nothing tells them', () => {
    const { composition, reader } = alone(() => [0.5, 0.5, 0.5]);
    const { horizon, signature } = readSource(composition, reader);
    expect(horizon).toBeNull();
    expect(signature.sharpness).toBeNull();
    expect(signature.direction?.sure ?? 0).toBeLessThan(0.35);
  });

  it('reads no level that it did not say it needs', () => {
    const { composition, reader, asked } = alone((x) => [x / 300, 0.5, 0.5]);
    readSource(composition, reader);
    const said = new Set(
      sourceReadingNeeds(composition).sources.map(({ source, level }) => `${source} ${level}`),
    );
    const coarsest = `${SOURCE} ${levelCount(SIZE.width, SIZE.height) - 1}`;
    for (const each of asked) expect(said.has(each) || each === coarsest, each).toBe(true);
  });
});
