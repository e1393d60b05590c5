import { laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import { decodeExactly, encodeExactly, inScratch } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { renderComposition } from '../render/render-composition';

const [WIDTH, HEIGHT] = [320, 24];
const PHOTO = 'e'.repeat(64);

/** One row of what a step makes of a picture whose rows are all alike: linear light, three numbers a pixel. */
function row(
  pixel: (x: number) => readonly [number, number, number],
  kind: string,
  values: Record<string, unknown>,
): number[][] {
  const size = { width: WIDTH, height: HEIGHT };
  const data = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => {
    const light = pixel(Math.floor(i / 3) % WIDTH)[i % 3] as number;
    return Math.round(255 * encodeExactly(light));
  });
  const level = tiled({ ...size, channels: 3, data });
  const reader: PixelReader = {
    level: (source, at) => (source === PHOTO && at === 0 ? level : undefined),
    paintedTile: () => undefined,
  };
  const photo = { kind: 'photo' as const, source: PHOTO, size };
  const layer = {
    ...plainLayer('thing', 'Thing', photo, placedAt({ x: WIDTH / 2, y: HEIGHT / 2 })),
    steps: [newStep(definitionOf(kind), values)],
  };
  const composition = laidOut({ ...newComposition('Row', size), mixIn: 'light' }, [layer]);
  const region = { x: 0, y: HEIGHT / 2, width: WIDTH, height: 1 };
  const made = inScratch(() => [...renderComposition(composition, region, 1, reader).data]);
  return Array.from({ length: WIDTH }, (_, x) => made.slice(x * 4, x * 4 + 3));
}

/** A step edge of three stops, in the middle. */
const edge = (x: number) => (x < WIDTH / 2 ? 0.07 : 0.56);
const grey = (value: number) => [value, value, value] as const;

describe('Lights and darks', () => {
  it.each([10, 40, 120])(
    'leave no halo at an edge of three stops, looking %d px around',
    (radius) => {
      const made = row((x) => grey(edge(x)), 'lights-darks', { lights: 1, darks: 1, radius });
      const values = made.map(([value = 0]) => value);
      const [dark, light] = [values[2] as number, values[WIDTH - 3] as number];
      expect(dark).toBeGreaterThan(0.07 * 1.2);
      expect(light).toBeLessThan(0.56 / 1.2);
      for (const value of values) {
        expect(value).toBeGreaterThan(dark * 0.98);
        expect(value).toBeLessThan(light * 1.02);
      }
    },
  );

  it('keep texture as strong as it was, in stops', () => {
    const wave = (x: number) => 0.03 * 2 ** (0.1 * Math.sin(x / 2));
    const made = row((x) => grey(wave(x)), 'lights-darks', { darks: 1, radius: 30 });
    const stops = made.slice(100, 200).map(([value = 0]) => Math.log2(value));
    const swing = Math.max(...stops) - Math.min(...stops);
    expect(swing).toBeGreaterThan(0.2 * 0.72);
    expect(Math.max(...stops)).toBeGreaterThan(Math.log2(0.03) + 0.5);
  });
});

describe('Contrast by its scale', () => {
  it('raises texture and leaves what is much larger as it is', () => {
    const wave = (x: number) => 0.2 * 2 ** (0.1 * Math.sin(x / 3));
    const swingOf = (contrast: number) => {
      const made = row((x) => grey(wave(x)), 'local-contrast', { contrast, radius: 30 });
      const values = made.slice(100, 200).map(([value = 0]) => Math.log2(value));
      return Math.max(...values) - Math.min(...values);
    };
    expect(swingOf(1) / swingOf(0.001)).toBeGreaterThan(1.6);
    expect(swingOf(-1) / swingOf(0.001)).toBeLessThan(0.4);
    const made = row((x) => grey(edge(x)), 'local-contrast', { contrast: 1, radius: 20 });
    expect(made[5]?.[0]).toBeCloseTo(decodeExactly(Math.round(255 * encodeExactly(0.07)) / 255), 3);
  });
});

describe('Hue bands', () => {
  /** A red ground with noise of hue, which a band that ends within the noise tears apart. */
  const noisy = (x: number) => {
    const noise = ((x * 7919) % 13) / 13 - 0.5;
    return [0.4, 0.16 + 0.1 * noise, 0.1 - 0.04 * noise] as const;
  };
  const band = { hue: 10, width: 20, falloff: 12, turn: 0, saturation: -1, lightness: 0 };
  const roughness = (smoothing: number) => {
    const made = row(noisy, 'hue-bands', { bands: [band], smoothing }).slice(60, 260);
    const vivid = made.map(([r = 0, , b = 0]) => (r - b) / r);
    const mean = vivid.reduce((all, value) => all + value, 0) / vivid.length;
    return Math.sqrt(vivid.reduce((all, value) => all + (value - mean) ** 2, 0) / vivid.length);
  };

  it('are not broken up by noise when they go along the edges', () => {
    expect(roughness(0)).toBeGreaterThan(0.05);
    expect(roughness(20)).toBeLessThan(0.5 * roughness(0));
  });

  it('still end where the colour does', () => {
    const two = (x: number) =>
      x < WIDTH / 2 ? ([0.4, 0.12, 0.1] as const) : ([0.1, 0.2, 0.5] as const);
    const bands = [{ ...band, hue: 27, width: 60 }];
    const made = row(two, 'hue-bands', { bands, smoothing: 20 });
    const colourless = ([r = 0, g = 0, b = 0]: number[]) => Math.max(r, g, b) - Math.min(r, g, b);
    expect(colourless(made[WIDTH / 2 - 3] as number[])).toBeLessThan(0.05);
    expect(colourless(made[WIDTH / 2 + 2] as number[])).toBeGreaterThan(0.35);
  });
});
