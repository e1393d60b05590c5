import { type Matrix, multiply, rotation, scaling, translation } from '@diplex/document';
import { decodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { SourceLevel } from '../pixels/source-level';
import { tiled } from '../pixels/tiled-level';
import { resample } from './resample';

/** A picture whose encoded values are given by a function of the pixel. */
function picture(
  width: number,
  height: number,
  value: (x: number, y: number) => readonly [number, number, number],
): SourceLevel {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) data.set(value(x, y), (y * width + x) * 3);
  }
  return { width, height, channels: 3, data };
}

const noise = picture(40, 30, (x, y) => {
  const h = (x * 7919 + y * 104729 + x * y * 31) % 256;
  return [h, (h * 3) % 256, (h * 7) % 256];
});
const all = { x: 0, y: 0, width: 40, height: 30 };
const found = { level: 0, pixels: tiled(noise) };

describe('resample', () => {
  it('keeps every pixel of a picture that lies on the grid', () => {
    const { data } = resample(found, [1, 0, 0, 1, 0, 0], all, 'encoded');
    for (let p = 0; p < 1200; p++) {
      for (let c = 0; c < 3; c++) {
        const sample = (noise.data[p * 3 + c] as number) / 255;
        expect(data[p * 4 + c]).toBeCloseTo(sample, 6);
      }
      expect(data[p * 4 + 3]).toBe(1);
    }
  });

  it('keeps every pixel under mirrors and quarter turns', () => {
    const maps: [Matrix, (x: number, y: number) => [number, number]][] = [
      [multiply(translation(40, 0), scaling(-1, 1)), (x, y) => [39 - x, y]],
      [multiply(translation(30, 0), rotation(90)), (x, y) => [y, 29 - x]],
      [multiply(translation(40, 30), rotation(180)), (x, y) => [39 - x, 29 - y]],
    ];
    for (const [map, from] of maps) {
      const { data } = resample(found, map, { x: 3, y: 2, width: 20, height: 20 }, 'encoded');
      for (let y = 0; y < 20; y++) {
        for (let x = 0; x < 20; x++) {
          const [u, v] = from(x + 3, y + 2);
          const sample = (noise.data[(v * 40 + u) * 3] as number) / 255;
          expect(data[(y * 20 + x) * 4]).toBeCloseTo(sample, 5);
        }
      }
    }
  });

  it('follows a linear gradient exactly under any turn and scale', () => {
    const gradient = picture(64, 64, (x, y) => [x * 2 + 40, y * 2 + 40, 90]);
    const placed = multiply(translation(20, 5), multiply(rotation(23), scaling(0.8, 0.8)));
    const region = { x: 14, y: 30, width: 12, height: 12 };
    const { data } = resample({ level: 0, pixels: tiled(gradient) }, placed, region, 'encoded');
    const angle = (-23 * Math.PI) / 180;
    for (let y = 0; y < 12; y++) {
      for (let x = 0; x < 12; x++) {
        const [dx, dy] = [14 + x + 0.5 - 20, 30 + y + 0.5 - 5];
        const u = (dx * Math.cos(angle) - dy * Math.sin(angle)) / 0.8 - 0.5;
        const v = (dx * Math.sin(angle) + dy * Math.cos(angle)) / 0.8 - 0.5;
        expect((data[(y * 12 + x) * 4] as number) * 255).toBeCloseTo(u * 2 + 40, 0);
        expect((data[(y * 12 + x) * 4 + 1] as number) * 255).toBeCloseTo(v * 2 + 40, 0);
      }
    }
  });

  it('averages in linear light when it makes a picture smaller', () => {
    const stripes = picture(64, 64, (x) => (x % 2 ? [255, 255, 255] : [0, 0, 0]));
    const region = { x: 4, y: 4, width: 8, height: 8 };
    const map = scaling(0.25, 0.25);
    const light = resample({ level: 0, pixels: tiled(stripes) }, map, region, 'light').data;
    const encoded = resample({ level: 0, pixels: tiled(stripes) }, map, region, 'encoded').data;
    expect(light[0]).toBeCloseTo(0.5, 2);
    expect(encoded[0]).toBeCloseTo(0.5, 2);
    const grey = picture(8, 8, () => [128, 128, 128]);
    const flat = resample(
      { level: 0, pixels: tiled(grey) },
      scaling(0.5, 0.5),
      { ...region, x: 0, y: 0 },
      'light',
    );
    expect(flat.data[0]).toBeCloseTo(decodeExactly(128 / 255), 5);
  });

  it('does not let transparent pixels colour their neighbours', () => {
    const data = new Uint8Array(8 * 8 * 4);
    for (let p = 0; p < 64; p++) data.set(p % 8 < 4 ? [255, 0, 0, 255] : [0, 255, 0, 0], p * 4);
    const pixels: SourceLevel = { width: 8, height: 8, channels: 4, data };
    const map = multiply(translation(0.5, 0), rotation(10));
    const out = resample(
      { level: 0, pixels: tiled(pixels) },
      map,
      { x: 0, y: 0, width: 8, height: 8 },
      'light',
    );
    for (let i = 0; i < out.data.length; i += 4) {
      expect(out.data[i + 1]).toBe(0);
      expect(out.data[i]).toBeLessThanOrEqual(out.data[i + 3] as number);
    }
  });

  it.each([
    ['upright', multiply(translation(3.3, -1.2), scaling(0.7, 1.3))],
    ['turned', multiply(translation(9, 2), multiply(rotation(31), scaling(0.6, 0.9)))],
  ])('gives the same numbers for any part of a region, %s', (_, map) => {
    const whole = resample(found, map, all, 'light');
    const part = resample(found, map, { x: 11, y: 7, width: 9, height: 10 }, 'light');
    for (let y = 0; y < 10; y++) {
      for (let i = 0; i < 36; i++) {
        expect(part.data[y * 36 + i]).toBe(whole.data[((y + 7) * 40 + 11) * 4 + i]);
      }
    }
  });
});
