import {
  type Composition,
  type Layer,
  laidOut,
  type MaskPart,
  newComposition,
  PAINTED_TILE_SIZE,
  placedAt,
  plainLayer,
  type Size,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { meanColour } from './mean-colour';
import { neededPixels } from './render-composition';
import { renderView } from './render-view';
import type { View } from './view';

const PHOTO = 'a'.repeat(64);
const TILE = 'b'.repeat(64);
const SIDE = PAINTED_TILE_SIZE;

/** A tile that hides its left half fully and its upper half by half. */
const tile = new Uint16Array(SIDE * SIDE * 2);
for (let y = 0; y < SIDE; y++) {
  for (let x = 0; x < SIDE; x++) {
    const applies = x < SIDE / 2 ? 65_535 : y < SIDE / 2 ? 32_768 : 0;
    tile[(y * SIDE + x) * 2 + 1] = applies;
  }
}

const grey = tiled({
  ...{ width: 300, height: 300, channels: 3 },
  data: new Uint8Array(300 * 300 * 3).fill(200),
});

const reader: PixelReader = {
  level: (_, level) => (level === 0 ? grey : undefined),
  paintedTile: (hash) => (hash === TILE ? tile : undefined),
};

const painted: MaskPart = {
  ...{ id: 'p', kind: 'painted', name: 'Painted', shown: true, combine: 'replace' },
  ...{ feather: 0, inverted: false, strokes: 1, tiles: { '0,0': TILE } },
};

function composition(
  parts: readonly MaskPart[],
  change: Partial<Layer> = {},
  startsFrom: 'full' | 'empty' = 'full',
  size: Size = { width: 300, height: 300 },
): Composition {
  const content = { kind: 'photo' as const, source: PHOTO, size };
  const layer: Layer = {
    ...plainLayer('l', 'Layer', content, placedAt({ x: 150, y: 150 })),
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
    ...change,
  };
  const mask = { id: 'm', name: 'Mask', startsFrom, parts, feather: 0 };
  const empty = newComposition('Views', { width: 320, height: 300 });
  return laidOut(empty, [layer], [mask]);
}

function colourAt(value: Composition, view: View, x: number, y: number): number[] {
  return [...renderView(value, view, { x, y, width: 1, height: 1 }, 1, reader)];
}

const plain: View = { kind: 'plain', layer: 'l' };

describe('renderView', () => {
  it('shows a mask as greyscale, and nothing beside the layer', () => {
    const value = composition([painted]);
    expect(colourAt(value, plain, 10, 200)).toEqual([0, 0, 0, 255]);
    expect(colourAt(value, plain, 200, 10)).toEqual([127, 127, 127, 255]);
    expect(colourAt(value, plain, 200, 200)).toEqual([255, 255, 255, 255]);
    expect(colourAt(value, plain, 310, 200)[3]).toBe(0);
  });

  it('shows the other way round what is turned round', () => {
    const maskUse = {
      mask: 'm',
      linked: true,
      turnedRound: true,
      lies: [1, 0, 0, 1, 0, 0] as const,
    };
    const value = composition([painted], { maskUse });
    expect(colourAt(value, plain, 10, 200)).toEqual([255, 255, 255, 255]);
    expect(colourAt(value, plain, 200, 200)).toEqual([0, 0, 0, 255]);
  });

  it('mixes half coverage with the backdrop as light', () => {
    const value = composition([painted]);
    const view: View = { kind: 'backdrop', layer: 'l', colour: { r: 0, g: 0, b: 255 } };
    expect(colourAt(value, view, 10, 200)).toEqual([0, 0, 255, 255]);
    expect(colourAt(value, view, 200, 200)).toEqual([200, 200, 200, 255]);
    const [r, , b] = colourAt(value, view, 200, 10);
    // Half of the light of 200 is 146; half of it and half of full blue is 230.
    expect(r).toBe(146);
    expect(b).toBe(230);
  });

  it('shows the layer on its own, whatever its blending, opacity and neighbours are', () => {
    const value = composition([painted], { blending: 'multiply', opacity: 0.3, shown: false });
    const view: View = { kind: 'backdrop', layer: 'l', colour: { r: 9, g: 9, b: 9 } };
    expect(colourAt(value, view, 200, 200)).toEqual([200, 200, 200, 255]);
  });

  it('shows what only one of two masks shows, each hatched its own way', () => {
    const value = composition([painted]);
    const own = value.layers.l;
    if (!own) throw new Error('There is a layer.');
    const other = { ...own, id: 'o', maskUse: null };
    const both = laidOut(value, [own, other], Object.values(value.masks));
    const view: View = { kind: 'difference', layer: 'l', other: 'o' };
    // Both show it: the layer as it is.
    expect(colourAt(both, view, 200, 200)).toEqual([200, 200, 200, 255]);
    const cool = colourAt(both, view, 10, 200);
    expect(cool[2]).toBeGreaterThan((cool[0] as number) + 20);
    const warm = colourAt(both, { ...view, layer: 'o', other: 'l' }, 10, 200);
    expect(warm[0]).toBeGreaterThan((warm[2] as number) + 20);
  });

  it('finds the mean colour of what is shown', () => {
    const value = composition([painted]);
    const layer = value.layers.l as Layer;
    expect(meanColour(value, layer, reader)).toEqual({ r: 200, g: 200, b: 200 });
    const nothing = composition([], {}, 'empty');
    expect(meanColour(nothing, nothing.layers.l as Layer, reader)).toBeNull();
  });

  it('veils what is hidden, and leaves what is shown as it is', () => {
    const value = composition([painted]);
    const colour = { r: 0, g: 0, b: 0 };
    const view: View = { kind: 'veil', layer: 'l', colour, strength: 1 };
    expect(colourAt(value, view, 200, 200)).toEqual([200, 200, 200, 255]);
    const row = renderView(value, view, { x: 0, y: 200, width: 64, height: 1 }, 1, reader);
    const shades = new Set(Array.from({ length: 64 }, (_, i) => row[i * 4]));
    // The veil itself, and the lighter lines of its hatching.
    expect(shades.size).toBe(2);
    expect(Math.max(...[...shades].map(Number))).toBeLessThan(200);
  });

  it('draws a line where the mask ends, and leaves all else as it is', () => {
    const value = composition([painted]);
    const view: View = { kind: 'edges', layer: 'l' };
    const row = (x: number, width: number) => {
      const pixels = renderView(value, view, { x, y: 200, width, height: 1 }, 1, reader);
      return Array.from({ length: width }, (_, i) => pixels[i * 4] ?? -1);
    };
    const whole = row(1, 299);
    const drawn = whole.flatMap((shade, i) => (shade === 200 ? [] : [i + 1]));
    // The left half of the painted tile is hidden, and the tile is 256 pixels wide.
    expect(drawn).toEqual([127, 128]);
    expect(drawn.map((x) => whole[x - 1]).sort()).toEqual([0, 255].sort());
    expect(row(128, 20)).toEqual(whole.slice(127, 147));
  });

  it('lays a cut-out on checks that meet at the seams of tiles', () => {
    const value = composition([painted]);
    const view: View = { kind: 'cut-out', layer: 'l', checks: 'light' };
    const whole = renderView(value, view, { x: 0, y: 0, width: 64, height: 64 }, 1, reader);
    const part = renderView(value, view, { x: 30, y: 21, width: 9, height: 1 }, 1, reader);
    const from = (21 * 64 + 30) * 4;
    expect([...part]).toEqual([...whole.subarray(from, from + 36)]);
    expect(new Set([whole[0], whole[8 * 4]]).size).toBe(2);
  });

  it('shows the composition when the layer is gone', () => {
    const value = composition([painted]);
    const gone = colourAt(value, { kind: 'plain', layer: 'x' }, 200, 200);
    expect(gone).toEqual(colourAt(value, { kind: 'composition' }, 200, 200));
  });
});

describe('mask parts', () => {
  const box: MaskPart = {
    ...{ id: 'b', kind: 'box', name: 'Box', shown: true, combine: 'add', feather: 0 },
    ...{ inverted: false, x: 100, y: 100, width: 100, height: 100 },
  };
  const oval: MaskPart = { ...box, id: 'o', kind: 'oval', x: 150 };
  const at = (
    parts: readonly MaskPart[],
    x: number,
    y: number,
    start: 'empty' | 'full' = 'empty',
  ) => (colourAt(composition(parts, {}, start), plain, x, y)[0] ?? 0) / 255;

  it.each([
    ['add', 'empty', [1, 1, 1, 0]],
    ['subtract', 'empty', [1, 0, 0, 0]],
    ['intersect', 'empty', [0, 1, 0, 0]],
    ['replace', 'empty', [0, 1, 1, 0]],
    ['subtract', 'full', [1, 0, 0, 1]],
  ] as const)('%s from %s', (combine, start, expected) => {
    const parts = [box, { ...oval, combine }];
    // In the box alone, in both, in the oval alone, in neither.
    const places = [
      [110, 150],
      [180, 150],
      [230, 150],
      [20, 20],
    ] as const;
    expect(places.map(([x, y]) => at(parts, x, y, start))).toEqual(expected);
  });

  it('count only while they are shown, and turned inside out when inverted', () => {
    expect(at([{ ...box, shown: false }], 150, 150)).toBe(0);
    expect(at([{ ...box, inverted: true }], 150, 150)).toBe(0);
    expect(at([{ ...box, inverted: true }], 20, 20)).toBe(1);
  });

  it('have the area of an ellipse', () => {
    const region = { x: 140, y: 90, width: 120, height: 120 };
    const image = renderView(composition([oval], {}, 'empty'), plain, region, 1, reader);
    let area = 0;
    for (let i = 0; i < image.length; i += 4) area += (image[i] ?? 0) / 255;
    expect(area / (Math.PI * 2500)).toBeCloseTo(1, 3);
  });

  it('leave a painted part without effect where nothing was painted', () => {
    expect(at([box, painted], 260, 150)).toBe(at([box], 260, 150));
    expect(at([box, { ...painted, inverted: true }], 110, 150)).toBe(1);
    expect(at([box, { ...painted, combine: 'add' }], 150, 150)).toBe(1);
  });
});

describe('neededPixels', () => {
  const corner = { x: 0, y: 0, width: 100, height: 100 };

  it('names tiles of the level that a scale asks for, and painted tiles of shown parts', () => {
    const value = composition([painted]);
    expect(neededPixels(value, corner, 1)).toEqual({
      sources: [{ source: PHOTO, level: 0, column: 0, row: 0 }],
      painted: [TILE],
    });
    const large = composition([], {}, 'full', { width: 4000, height: 4000 });
    expect(neededPixels(large, corner, 0.2).sources.every(({ level }) => level === 2)).toBe(true);
    expect(neededPixels(composition([{ ...painted, shown: false }]), corner, 1).painted).toEqual(
      [],
    );
  });

  it('names only what lies under the region', () => {
    const large = composition([], { placement: placedAt({ x: 2000, y: 2000 }) }, 'full', {
      ...{ width: 4000, height: 4000 },
    });
    const middle = { x: 1100, y: 600, width: 300, height: 200 };
    expect(neededPixels(large, middle, 1).sources.map(({ column, row }) => [column, row])).toEqual([
      [2, 1],
    ]);
    const away = { x: 5000, y: 5000, width: 50, height: 50 };
    expect(neededPixels(composition([painted]), away, 1)).toEqual({ sources: [], painted: [] });
  });

  it('leaves out what is not seen, but not the layer that is looked at', () => {
    const value = composition([painted], { shown: false });
    expect(neededPixels(value, corner, 1).sources).toEqual([]);
    expect(neededPixels(value, corner, 1, plain).sources).toEqual([]);
    const veil: View = { kind: 'veil', layer: 'l', colour: { r: 0, g: 0, b: 0 }, strength: 1 };
    expect(neededPixels(value, corner, 1, plain).painted).toHaveLength(1);
    expect(neededPixels(value, corner, 1, veil).sources).toHaveLength(1);
  });
});
