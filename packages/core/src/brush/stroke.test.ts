import { type Matrix, PAINTED_TILE_SIZE, rotation, scaling } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import type { Brush } from './brush';
import { Stroke } from './stroke';

const SIDE = PAINTED_TILE_SIZE;
const hard: Brush = {
  ...{ radius: 20, softness: 0, strength: 1, flow: 1 },
  ...{ pressure: 'none', value: 1 },
};

function ground(
  toComposition: Matrix = [1, 0, 0, 1, 0, 0],
  before = new Map<string, Uint16Array>(),
) {
  return {
    toComposition,
    extent: { x: 0, y: 0, width: 1000, height: 700 },
    tile: (key: string) => before.get(key),
    memory: () => ({
      merged: new Uint16Array(SIDE * SIDE * 2),
      stroke: new Uint16Array(SIDE * SIDE),
    }),
  };
}

/** Value and coverage at a mask pixel, 0..1. */
function at(tiles: Map<string, Uint16Array>, x: number, y: number): [number, number] {
  const tile = tiles.get(`${Math.floor(x / SIDE)},${Math.floor(y / SIDE)}`);
  const i = ((y % SIDE) * SIDE + (x % SIDE)) * 2;
  return tile ? [(tile[i] as number) / 65535, (tile[i + 1] as number) / 65535] : [0, 0];
}

const point = (x: number, y: number, pressure = 1) => ({ x, y, pressure });

describe('Stroke', () => {
  it('paints a band of the brush width, across tiles', () => {
    const stroke = new Stroke(hard, ground());
    stroke.extend([point(100, 100), point(500, 100)]);
    for (const x of [100, 200, 255, 256, 400, 500]) {
      expect(at(stroke.tiles, x, 100)).toEqual([1, 1]);
      expect(at(stroke.tiles, x, 118)).toEqual([1, 1]);
      expect(at(stroke.tiles, x, 122)[1]).toBe(0);
    }
  });

  it('covers the area of its disc', () => {
    const stroke = new Stroke(hard, ground());
    stroke.extend([point(100.3, 90.6)]);
    let area = 0;
    for (const tile of stroke.tiles.values()) {
      for (let i = 1; i < tile.length; i += 2) area += (tile[i] as number) / 65535;
    }
    expect(area / (Math.PI * 400)).toBeCloseTo(1, 2);
  });

  it('lays down a strength that is linear in flow, is turned round by the opposite, and is taken away again', () => {
    /** How much of what a step does, or of its opposite, is laid down: see `BrushedNode`. */
    const strength = ([value, applies]: [number, number]) => (2 * value - 1) * applies;
    const dab = (value: number, flow: number, before = new Map<string, Uint16Array>()) => {
      const stroke = new Stroke({ ...hard, value, flow }, ground(undefined, before));
      stroke.extend([point(100, 100)]);
      return new Map(stroke.tiles);
    };
    const read = (tiles: Map<string, Uint16Array>) => strength(at(tiles, 100, 100));
    for (const flow of [0.1, 0.2, 0.4, 0.8]) {
      expect(read(dab(1, flow))).toBeCloseTo(flow, 3);
      expect(read(dab(0, flow))).toBeCloseTo(-flow, 3);
    }
    const dodged = dab(1, 0.6);
    expect(read(dab(0, 0.5, dodged))).toBeCloseTo(0.6 * 0.5 - 0.5, 3);
    expect(read(dab(0.5, 0.25, dodged))).toBeCloseTo(0.6 * 0.75, 3);
    expect(read(dab(0.5, 1, dodged))).toBeCloseTo(0, 3);
  });

  it('does not depend on how the pointer events are cut', () => {
    const once = new Stroke(hard, ground());
    once.extend([point(50, 50), point(350, 210)]);
    const often = new Stroke(hard, ground());
    for (let t = 0; t <= 1; t += 0.25) often.extend([point(50 + 300 * t, 50 + 160 * t)]);
    for (let x = 0; x < 400; x += 3) {
      const [a, b] = [at(once.tiles, x, 130)[1], at(often.tiles, x, 130)[1]];
      expect(Math.abs(a - b)).toBeLessThan(0.02);
    }
  });

  it('reaches its strength and no more, however often it goes over a place', () => {
    const stroke = new Stroke({ ...hard, strength: 0.4, flow: 0.5 }, ground());
    for (let i = 0; i < 30; i++) stroke.extend([point(100, 100), point(140, 100)]);
    expect(at(stroke.tiles, 120, 100)[1]).toBeCloseTo(0.4, 3);
  });

  it('hides what was shown, by strength', () => {
    const first = new Stroke(hard, ground());
    first.extend([point(100, 100)]);
    const second = new Stroke({ ...hard, value: 0, strength: 0.5 }, ground(undefined, first.tiles));
    second.extend([point(100, 100)]);
    const [value, applies] = at(second.tiles, 100, 100);
    expect(value).toBeCloseTo(0.5, 3);
    expect(applies).toBe(1);
    expect(at(first.tiles, 100, 100)).toEqual([1, 1]);
  });

  it('is round on the composition when the mask is squeezed and turned', () => {
    const map: Matrix = [...rotation(90)];
    const squeezed: Matrix = [map[0] * 0.5, map[1] * 0.5, map[2] * 2, map[3] * 2, 400, 0];
    const stroke = new Stroke(hard, ground(squeezed));
    stroke.extend([point(200, 100)]);
    // Mask pixels: x runs down the composition at half scale, y to the left at double scale.
    const centre = { x: 200, y: 100 };
    expect(at(stroke.tiles, centre.x + 38, centre.y)[1]).toBeGreaterThan(0.9);
    expect(at(stroke.tiles, centre.x + 43, centre.y)[1]).toBe(0);
    expect(at(stroke.tiles, centre.x, centre.y + 9)[1]).toBeGreaterThan(0.9);
    expect(at(stroke.tiles, centre.x, centre.y + 12)[1]).toBe(0);
  });

  it('follows pen pressure in size', () => {
    const stroke = new Stroke({ ...hard, pressure: 'size' }, ground());
    stroke.extend([point(100, 100, 0.25), point(400, 100, 1)]);
    expect(at(stroke.tiles, 100, 108)[1]).toBe(0);
    expect(at(stroke.tiles, 400, 118)[1]).toBe(1);
  });

  it('stays inside the extent and says what it changed', () => {
    const stroke = new Stroke(hard, {
      ...ground(),
      extent: { x: 0, y: 0, width: 100, height: 50 },
    });
    expect(stroke.extend([point(-500, -500)])).toMatchObject({ width: 0, height: 0 });
    const changed = stroke.extend([point(98, 48)]);
    expect(changed.x + changed.width).toBeLessThanOrEqual(100);
    expect(at(stroke.tiles, 101, 48)[1]).toBe(0);
  });

  it('does no more than its limit lets through, and more with every further stroke', () => {
    const half = new Float32Array(SIDE * SIDE).fill(0.5);
    const limited = (before?: Map<string, Uint16Array>) => ({
      ...ground([1, 0, 0, 1, 0, 0], before),
      limit: (key: string) => (key === '0,0' ? half : new Float32Array(SIDE * SIDE)),
    });
    const once = new Stroke(hard, limited());
    once.extend([point(100, 100), point(400, 100)]);
    expect(at(once.tiles, 100, 100)[1]).toBeCloseTo(0.5, 4);
    expect(at(once.tiles, 400, 100)[1]).toBe(0);
    expect(once.heldOff).toBe(false);
    const again = new Stroke(hard, limited(once.tiles));
    again.extend([point(100, 100)]);
    expect(at(again.tiles, 100, 100)[1]).toBeCloseTo(0.75, 4);
    const outside = new Stroke(hard, limited());
    outside.extend([point(400, 100)]);
    expect(outside.heldOff).toBe(true);
  });

  it('leaves the softest brush fullest at its centre', () => {
    const stroke = new Stroke({ ...hard, softness: 1 }, ground(scaling(1, 1)));
    stroke.extend([point(100.5, 100.5)]);
    const profile = [0, 5, 10, 15, 19].map((d) => at(stroke.tiles, 100 + d, 100)[1]);
    expect(profile).toEqual([...profile].sort((a, b) => b - a));
    expect(profile[0]).toBeGreaterThan(0.98);
    expect(profile[2]).toBeCloseTo(0.5, 1);
  });
});
