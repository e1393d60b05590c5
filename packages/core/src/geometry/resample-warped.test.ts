import { PlaneMap, plainBend, type Quad, rectToQuad } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { halveLevel } from '../pixels/halve-level';
import type { SourceLevel } from '../pixels/source-level';
import { tiled } from '../pixels/tiled-level';
import { catmullRom } from './catmull-rom';
import { cellsByLevel, resampleWarped } from './resample-warped';

const SIZE = { width: 240, height: 180 };
const WHOLE = { x: 0, y: 0, ...SIZE };

/** Smooth enough that any good kernel finds about the same between its pixels. */
const value = (x: number, y: number, c: number) =>
  0.5 + 0.25 * Math.sin(x / (5 + c) + y / 9) + 0.2 * Math.cos(y / (6 + c) - x / 14);

const first: SourceLevel = {
  ...{ ...SIZE, channels: 3 },
  data: Uint8Array.from({ length: SIZE.width * SIZE.height * 3 }, (_, i) => {
    const p = Math.floor(i / 3);
    return Math.round(255 * value(p % SIZE.width, Math.floor(p / SIZE.width), i % 3));
  }),
};
const levels = [first, halveLevel(first, (samples) => new Uint8Array(samples))].map(tiled);

function drawn(map: PlaneMap, region = { x: 0, y: 0, width: 260, height: 200 }): Float32Array {
  return inScratch(() => {
    const parts = cellsByLevel(map, SIZE, levels.length, region).map(({ level, cells }) => ({
      cells,
      found: { level, pixels: levels[level] as (typeof levels)[number] },
    }));
    return new Float32Array(resampleWarped(parts, region, 'encoded').data);
  });
}

/** Catmull-Rom between the sixteen pixels around a place: the same reading, pixel by pixel and without cells. */
function sampled(u: number, v: number, c: number): number {
  let sum = 0;
  const [left, top] = [Math.floor(u - 0.5), Math.floor(v - 0.5)];
  for (let j = -1; j <= 2; j++) {
    for (let i = -1; i <= 2; i++) {
      const [x, y] = [left + i, top + j];
      const weight = catmullRom(u - 0.5 - x) * catmullRom(v - 0.5 - y);
      sum += (weight * (first.data[(y * SIZE.width + x) * 3 + c] as number)) / 255;
    }
  }
  return sum;
}

const ENLARGED: Quad = [
  { x: 12, y: 8 },
  { x: 250, y: 2 },
  { x: 258, y: 195 },
  { x: 4, y: 188 },
];

/** Mean and largest difference from pixel by pixel sampling, in 255ths, away from the border. */
function off(map: PlaneMap) {
  const data = drawn(map);
  let [sum, most, count] = [0, 0, 0];
  for (let y = 0; y < 200; y++) {
    for (let x = 0; x < 260; x++) {
      const place = map.back({ x: x + 0.5, y: y + 0.5 });
      if (!place || place.x < 3 || place.y < 3 || place.x > 237 || place.y > 177) continue;
      for (let c = 0; c < 3; c++) {
        const far =
          255 * Math.abs((data[(y * 260 + x) * 4 + c] as number) - sampled(place.x, place.y, c));
        sum += far;
        most = Math.max(most, far);
        count++;
      }
    }
  }
  expect(count).toBeGreaterThan(50_000);
  return { mean: sum / count, most };
}

describe('a picture drawn out of square', () => {
  it('is sampled at the very places that the corners say', () => {
    const { mean, most } = off(PlaneMap.projective(rectToQuad(WHOLE, ENLARGED)));
    expect(mean).toBeLessThan(0.1);
    expect(most).toBeLessThan(0.6);
  });

  it('is sampled at the very places that a bend says', () => {
    const plain = plainBend(2, 2);
    const points = plain.points.map((p, i) => (i === 4 ? { x: 0.56, y: 0.44 } : p));
    const map = PlaneMap.of([1 / 240, 0, 0, 1 / 180, 0, 0])
      .followedBy(PlaneMap.bend({ ...plain, points }))
      .followedBy(PlaneMap.of([250, 0, 0, 190, 3, 4]));
    const { mean, most } = off(map);
    // Cells follow a bend nearly, not wholly.
    expect(mean).toBeLessThan(0.25);
    expect(most).toBeLessThan(4);
  });

  it('keeps its pixels when its corners lie where they were', () => {
    const map = PlaneMap.projective(
      rectToQuad(WHOLE, [
        { x: 0, y: 0 },
        { x: 240, y: 0 },
        { x: 240, y: 180 },
        { x: 0, y: 180 },
      ]),
    );
    const data = drawn(map, WHOLE);
    for (let p = 0; p < 240 * 180; p += 7) {
      expect(data[p * 4 + 1]).toBeCloseTo((first.data[p * 3 + 1] as number) / 255, 4);
    }
  });

  it('keeps the mean of what is drawn together, and does not flicker when moved by half a pixel', () => {
    const stripes: SourceLevel = {
      ...first,
      data: first.data.map((_, i) => (Math.floor(i / 3) % 2 ? 255 : 0)),
    };
    const pair = [stripes, halveLevel(stripes, (samples) => new Uint8Array(samples))].map(tiled);
    const at = (shift: number) => {
      const quad: Quad = [
        { x: 10 + shift, y: 5 },
        { x: 44 + shift, y: 7 },
        { x: 42 + shift, y: 30 },
        { x: 9 + shift, y: 31 },
      ];
      const region = { x: 0, y: 0, width: 60, height: 40 };
      const map = PlaneMap.projective(rectToQuad(WHOLE, quad));
      return inScratch(() => {
        const parts = cellsByLevel(map, SIZE, 2, region).map(({ level, cells }) => ({
          cells,
          found: { level, pixels: pair[level] as (typeof pair)[number] },
        }));
        return new Float32Array(resampleWarped(parts, region, 'encoded').data);
      });
    };
    for (const data of [at(0), at(0.5)]) {
      for (const [x, y] of [
        [20, 15],
        [30, 20],
        [35, 10],
      ] as const) {
        // Halved in light, black beside white is 188 of 255.
        expect(data[(y * 60 + x) * 4]).toBeGreaterThan(0.48);
        expect(data[(y * 60 + x) * 4]).toBeLessThan(0.76);
      }
    }
    const [still, moved] = [at(0), at(0.5)];
    const inner = [20, 25, 30, 35].map((x) => (18 * 60 + x) * 4);
    for (const i of inner) {
      expect(Math.abs((still[i] as number) - (moved[i] as number))).toBeLessThan(0.03);
    }
  });
});
