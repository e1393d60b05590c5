import {
  type Composition,
  type Layer,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { tiled } from '../pixels/tiled-level';
import { CheckStopped, checkEdge, EDGE_REACH } from './check-edge';

const SIDE = 320;
const PHOTO = 'a'.repeat(64);
/** A dark disc; where it is cut too wide it takes a light rim of its old backdrop along, on its right. */
const disc = (x: number, y: number) => Math.hypot(x + 0.5 - 160, y + 0.5 - 160);
const data = Uint8Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
  const p = Math.floor(i / 3);
  const [x, y] = [p % SIDE, Math.floor(p / SIDE)];
  const r = disc(x, y);
  const old = x > 160 && r > 100 && r < 104;
  return old ? 240 : r < 108 ? 60 : ([240, 235, 225][i % 3] as number);
});
const photo = tiled({ width: SIDE, height: SIDE, channels: 3, data });
const reader = {
  level: (_: string, level: number) => (level === 0 ? photo : undefined),
  paintedTile: () => undefined,
};

function scene(): Composition {
  const size = { width: SIDE, height: SIDE };
  const placement = placedAt({ x: SIDE / 2, y: SIDE / 2 });
  const fill = { by: 'colour' as const, colour: { r: 120, g: 30, b: 30, alpha: 1 } };
  const behind = plainLayer('behind', 'Behind', { kind: 'fill' as const, fill, size }, placement);
  const photograph = { kind: 'photo' as const, source: PHOTO, size };
  const thing: Layer = {
    ...plainLayer('thing', 'Thing', photograph, placement),
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  const oval = {
    ...{ id: 'o', kind: 'oval' as const, name: 'Oval', shown: true, combine: 'add' as const },
    ...{ feather: 0, inverted: false, x: 56, y: 56, width: 208, height: 208 },
  };
  const mask: Mask = { id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0, parts: [oval] };
  const empty = newComposition('Check', size);
  return laidOut(empty, [behind, thing], [mask]);
}

describe('an edge check', () => {
  const value = scene();
  const thing = value.layers.thing as Layer;
  const check = checkEdge(value, thing, { kind: 'composition' }, reader);

  it('finds the light rim, only where it is, the worst first', () => {
    expect(check.worst.length).toBeGreaterThan(3);
    for (const { x, y, lighter } of check.worst) {
      expect(x).toBeGreaterThan(150);
      expect(Math.abs(disc(x, y) - 104)).toBeLessThan(12);
      expect(lighter).toBeGreaterThan(15);
    }
    const halos = check.worst.map(({ halo }) => halo);
    expect([...halos].sort((a, b) => b - a)).toEqual(halos);
    expect(check.measured).toBeGreaterThan(500);
  });

  it('measures from inside to outside on the backdrop that is seen', () => {
    expect(check.offsets).toHaveLength(2 * EDGE_REACH + 1);
    expect(check.offsets[0]).toBe(-EDGE_REACH);
    // Grey 60 inside, the red backdrop outside.
    expect(check.lightness[0]).toBeCloseTo(35.6, 0);
    expect(check.lightness.at(-1)).toBeCloseTo(38, 0);
    expect(check.chroma[0]).toBeLessThan(1);
    const colour = { r: 250, g: 250, b: 250 };
    const white = checkEdge(value, thing, { kind: 'backdrop', layer: 'thing', colour }, reader);
    expect(white.lightness.at(-1)).toBeCloseTo(98.5, 0);
    // Before white the rim is no halo.
    expect(white.worst).toHaveLength(0);
    expect(white.halo).toBeLessThan(check.halo);
  });

  it('says that nothing is wrong where nothing is, and can be stopped', () => {
    const masks = { m: { ...(value.masks.m as Mask), choke: 6 } };
    const tight = { ...value, masks };
    expect(checkEdge(tight, thing, { kind: 'composition' }, reader).worst).toHaveLength(0);
    const stopped = () => true;
    expect(() => checkEdge(value, thing, { kind: 'composition' }, reader, { stopped })).toThrow(
      CheckStopped,
    );
  });
});
