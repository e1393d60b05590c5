import { PAINTED_TILE_SIZE, PUSH_CELL, scaling } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import type { Brush } from '../brush/brush';
import { PushStroke, type PushWay, pushedBy } from './push-stroke';

const SIDE = PAINTED_TILE_SIZE;

const BRUSH: Brush = {
  ...{ radius: 60, softness: 0.8, strength: 1, flow: 1, pressure: 'none', value: 1 },
};

/** A stroke over cells of two pixels, with what it begins from. */
function stroke(
  way: PushWay,
  before: ReadonlyMap<string, Uint16Array> = new Map(),
  limit?: number,
) {
  return new PushStroke(way, BRUSH, {
    toComposition: scaling(PUSH_CELL, PUSH_CELL),
    extent: { x: -400, y: -400, width: 1200, height: 1200 },
    tile: (key) => before.get(key),
    memory: () => ({
      merged: new Uint16Array(SIDE * SIDE * 2),
      stroke: new Uint16Array(SIDE * SIDE),
    }),
    limit: limit === undefined ? null : () => new Float32Array(SIDE * SIDE).fill(limit),
  });
}

const line = (x0: number, x1: number, y: number) =>
  Array.from({ length: 25 }, (_, i) => ({ x: x0 + ((x1 - x0) * i) / 24, y, pressure: 1 }));

/** What is pushed at a place in pixels: from how far to the right and down its pixels are taken. */
function at(tiles: ReadonlyMap<string, Uint16Array>, x: number, y: number): [number, number] {
  const [u, v] = [Math.floor(x / PUSH_CELL), Math.floor(y / PUSH_CELL)];
  const [column, row] = [Math.floor(u / SIDE), Math.floor(v / SIDE)];
  const pairs = tiles.get(`${column},${row}`);
  const i = ((v - row * SIDE) * SIDE + u - column * SIDE) * 2;
  return [pushedBy(pairs?.[i] ?? 0), pushedBy(pairs?.[i + 1] ?? 0)];
}

describe('PushStroke', () => {
  it('drags what lies under its middle along for as far as it goes', () => {
    const pushing = stroke('drag');
    pushing.extend(line(200, 320, 200));
    const [dx, dy] = at(pushing.tiles, 318, 200);
    // What comes to lie at the end was at the beginning.
    expect(dx).toBeLessThan(-90);
    expect(dx).toBeGreaterThanOrEqual(-122);
    expect(Math.abs(dy)).toBeLessThan(1);
    // Beside the brush nothing moves, and the reach is the farthest that anything does.
    expect(at(pushing.tiles, 260, 270)).toEqual([0, 0]);
    expect(pushing.reach).toBeGreaterThanOrEqual(Math.abs(dx));
    expect(pushing.reach).toBeLessThan(123);
  });

  it('goes on from what was pushed before', () => {
    const first = stroke('drag');
    first.extend(line(200, 260, 200));
    const second = stroke('drag', first.tiles);
    second.extend(line(258, 318, 200));
    const [once] = at(first.tiles, 258, 200);
    const [twice] = at(second.tiles, 316, 200);
    expect(twice).toBeLessThan(once - 30);
  });

  it('swells from the middle, shrinks towards it, and turns about it', () => {
    const around = (way: PushWay) => {
      const pushing = stroke(way);
      pushing.extend([...line(250, 256, 250), ...line(256, 250, 250)]);
      return at(pushing.tiles, 275, 250);
    };
    // What swells is taken from nearer the middle.
    expect(around('swell')[0]).toBeLessThan(-0.5);
    expect(around('shrink')[0]).toBeGreaterThan(0.5);
    expect(Math.abs(around('swell')[1])).toBeLessThan(0.3);
    const [, turned] = around('twirl');
    expect(turned).toBeLessThan(-0.5);
    expect(around('twirl back')[1]).toBeGreaterThan(0.5);
  });

  it('restores and smooths what was pushed', () => {
    const pushing = stroke('drag');
    pushing.extend(line(200, 320, 200));
    const restoring = stroke('restore', pushing.tiles);
    for (let i = 0; i < 8; i++) restoring.extend(line(250, 330, 200));
    const [before] = at(pushing.tiles, 300, 200);
    const [after] = at(restoring.tiles, 300, 200);
    expect(Math.abs(after)).toBeLessThan(Math.abs(before) / 10);
    const rough = (tiles: ReadonlyMap<string, Uint16Array>) => {
      let sum = 0;
      for (let x = 290; x < 350; x += PUSH_CELL) {
        sum += Math.abs(at(tiles, x + PUSH_CELL, 200)[0] - at(tiles, x, 200)[0]) ** 2;
      }
      return sum;
    };
    const smoothing = stroke('smooth', pushing.tiles);
    for (let i = 0; i < 12; i++) smoothing.extend(line(290, 350, 200));
    expect(rough(smoothing.tiles)).toBeLessThan(rough(pushing.tiles) * 0.8);
  });

  it('does as much as a limit lets it, and nothing where that lets nothing', () => {
    const free = stroke('drag');
    const half = stroke('drag', new Map(), 0.4);
    const none = stroke('drag', new Map(), 0);
    for (const each of [free, half, none]) each.extend(line(200, 260, 200));
    const far = (pushing: PushStroke) => Math.abs(at(pushing.tiles, 250, 200)[0]);
    expect(far(half)).toBeLessThan(far(free));
    expect(far(half)).toBeGreaterThan(0);
    expect(none.reach).toBe(0);
    expect([free.heldOff, none.heldOff]).toEqual([false, true]);
  });

  it('keeps numbers with a sign in 16 bits', () => {
    expect([0, 16, 65_520, 32_767, 32_768].map(pushedBy)).toEqual([0, 1, -1, 2047.9375, -2048]);
  });
});
