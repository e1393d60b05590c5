import { sampleTable } from '@diplex/kernels';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readRow } from './read-row';
import type { SourceLevel } from './source-level';
import {
  covers,
  cutTile,
  SOURCE_TILE,
  type TiledLevel,
  tiled,
  tileRect,
  tilesUnder,
} from './tiled-level';

const WIDTH = SOURCE_TILE + 37;
const HEIGHT = SOURCE_TILE + 5;

const picture: SourceLevel = {
  ...{ width: WIDTH, height: HEIGHT, channels: 3 },
  data: Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => (i * 2654435761) >>> 24),
};

/** The first sample of a pixel, wherever the place is. */
function red(x: number, y: number): number {
  const u = Math.max(0, Math.min(WIDTH - 1, x));
  const v = Math.max(0, Math.min(HEIGHT - 1, y));
  return picture.data[(v * WIDTH + u) * 3] as number;
}

function row(level: TiledLevel, y: number, from: number, count: number): Float32Array {
  const to = new Float32Array((count + 1) * 4).fill(-1);
  readRow(level, y, from, count, sampleTable(8, 'encoded'), to, 4);
  return to;
}

describe('a level in tiles', () => {
  it('has every pixel in one tile, in its place', () => {
    const all = tilesUnder(picture, { x: 0, y: 0, width: WIDTH, height: HEIGHT });
    expect(all).toHaveLength(4);
    const seen = new Uint8Array(WIDTH * HEIGHT);
    for (const { column, row } of all) {
      const { x, y, width, height } = tileRect(picture, column, row);
      const samples = cutTile(picture, column, row);
      expect(samples).toHaveLength(width * height * 3);
      for (let v = 0; v < height; v += 7) {
        for (let u = 0; u < width; u += 5) {
          expect(samples[(v * width + u) * 3]).toBe(red(x + u, y + v));
        }
      }
      for (let v = 0; v < height; v++)
        seen.fill(1, (y + v) * WIDTH + x, (y + v) * WIDTH + x + width);
    }
    expect(seen.every((times) => times === 1)).toBe(true);
  });

  it('is read across tiles and past its edges, where its edge pixels go on', () => {
    const level = tiled(picture);
    const place = fc.integer({ min: -40, max: WIDTH + 40 });
    const line = fc.integer({ min: -9, max: HEIGHT + 9 });
    fc.assert(
      fc.property(line, place, fc.integer({ min: 1, max: 90 }), (y, from, count) => {
        const to = row(level, y, from, count);
        expect([...to.subarray(0, 4)]).toEqual([-1, -1, -1, -1]);
        for (let i = 0; i < count; i++) {
          expect(to[(i + 1) * 4]).toBeCloseTo(red(from + i, y) / 255, 6);
          expect(to[(i + 1) * 4 + 3]).toBe(1);
        }
      }),
    );
  });

  it('says when a tile is missing, and is transparent there', () => {
    const whole = tiled(picture);
    const partly: TiledLevel = {
      ...whole,
      tile: (c, r) => (c === 1 ? undefined : whole.tile(c, r)),
    };
    expect(covers(partly, { x: 0, y: 0, width: SOURCE_TILE, height: 9 })).toBe(true);
    expect(covers(partly, { x: 0, y: 0, width: SOURCE_TILE + 1, height: 9 })).toBe(false);
    // Beyond the edge it is the nearest tile that is looked at.
    expect(covers(partly, { x: WIDTH + 900, y: 0, width: 5, height: 5 })).toBe(false);
    const to = row(partly, 3, SOURCE_TILE - 1, 2);
    expect([to[7], to[11]]).toEqual([1, 0]);
  });
});
