import {
  type Composition,
  newComposition,
  paintPart,
  perform,
  placedAt,
  removePart,
  reorderPart,
  setMaskEdge,
  setOpacity,
  setPart,
  setPlacement,
} from '@diplex/document';
import { encodePixels } from '@diplex/kernels';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { damage } from './damage';
import { renderComposition } from './render-composition';
import { anyComposition, sampleReader } from './sample-composition.test-support';

const whole = { x: 0, y: 0, width: 96, height: 80 };

describe('renderComposition', () => {
  it('gives the same numbers for tiles of any size', () => {
    fc.assert(
      fc.property(
        anyComposition,
        fc.integer({ min: 7, max: 64 }),
        fc.constantFrom(1, 0.37),
        (composition, side, scale) => {
          const all = { x: 0, y: 0, width: Math.ceil(96 * scale), height: Math.ceil(80 * scale) };
          const image = renderComposition(composition, all, scale, sampleReader);
          for (let y = 0; y < all.height; y += side) {
            for (let x = 0; x < all.width; x += side) {
              const width = Math.min(side, all.width - x);
              const height = Math.min(side, all.height - y);
              const tile = renderComposition(
                composition,
                { x, y, width, height },
                scale,
                sampleReader,
              );
              for (let row = 0; row < height; row++) {
                const from = ((y + row) * all.width + x) * 4;
                const expected = image.data.subarray(from, from + width * 4);
                const got = tile.data.subarray(row * width * 4, (row + 1) * width * 4);
                expect(got).toEqual(expected);
              }
            }
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('stays within 0 to 1 and never has more light than coverage', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const { data } = renderComposition(composition, whole, 1, sampleReader);
        const wrong = data.findIndex((value, i) => {
          const most = i % 4 === 3 ? 1 : (data[i | 3] as number);
          return !(value >= -1e-6 && value <= most + 1e-5);
        });
        expect(wrong).toBe(-1);
      }),
      { numRuns: 60 },
    );
  });

  it('gives the same numbers for a tile that a corner of a layer just touches', () => {
    const fill = { by: 'colour' as const, colour: { r: 200, g: 90, b: 40, alpha: 1 } };
    // Their rightmost corners end just before 32, and were drawn a little beyond it.
    for (const [x, y, scaleX, scaleY, turn] of [
      [
        25.4829689446456, 21.012565302848817, 0.7681185483932496, 0.9192268133163453,
        270.61776638031006,
      ],
      [
        28.771749626192726, 21.193047124147416, 0.32249684603884815, 0.8682925581932068,
        0.03094196319580078,
      ],
      [
        26.78996804475124, 21.044778513908387, 0.3741385221481323, 0.7322399199008942,
        88.68760585784912,
      ],
    ] as const) {
      const layer = {
        ...{ id: 'l', kind: 'fill' as const, name: 'Fill', shown: true, locked: false, opacity: 1 },
        ...{ blending: 'normal' as const, size: { width: 20, height: 14 }, maskUse: null, fill },
        placement: { ...placedAt({ x, y }), scaleX, scaleY, turn },
      };
      const empty = newComposition('Corner', { width: 64, height: 40 });
      const composition = { ...empty, layers: [layer] };
      const right = { x: 32, y: 0, width: 32, height: 40 };
      const all = renderComposition(composition, { ...right, x: 0, width: 64 }, 1, sampleReader);
      const tile = renderComposition(composition, right, 1, sampleReader);
      for (let y = 0; y < 40; y++) {
        const from = (y * 64 + 32) * 4;
        const line = tile.data.subarray(y * 32 * 4, (y + 1) * 32 * 4);
        expect(line).toEqual(all.data.subarray(from, from + 32 * 4));
      }
    }
  });

  it('mixes half coverage as light, or as encoded values when the composition says so', () => {
    const black = 'd'.repeat(64);
    const white = 'e'.repeat(64);
    const reader: PixelReader = {
      level: (source) => {
        const data = new Uint8Array(12).fill(source === white ? 255 : 0);
        return tiled({ width: 2, height: 2, channels: 3, data });
      },
      paintedTile: () => undefined,
    };
    const layer = (id: string, source: string, opacity: number) => ({
      ...{ id, kind: 'photo' as const, name: id, shown: true, locked: false, opacity, source },
      ...{ blending: 'normal' as const, placement: placedAt({ x: 1, y: 1 }) },
      ...{ size: { width: 2, height: 2 }, maskUse: null },
    });
    const composition: Composition = {
      ...newComposition('Half', { width: 2, height: 2 }),
      layers: [layer('far', black, 1), layer('near', white, 0.5)],
    };
    const grey = (mixIn: 'light' | 'encoded') => {
      const region = { x: 0, y: 0, width: 1, height: 1 };
      const image = renderComposition({ ...composition, mixIn }, region, 1, reader);
      const out = new Uint8Array(4);
      encodePixels(image.data, mixIn, out);
      return [...out];
    };
    expect(grey('light')).toEqual([188, 188, 188, 255]);
    expect(grey('encoded')).toEqual([128, 128, 128, 255]);
  });
});

describe('damage', () => {
  /** The smallest and largest places where two renderings differ must lie inside the damage. */
  function expectInside(before: Composition, after: Composition): void {
    const rect = damage(before, after);
    if (rect === 'everything') return;
    const a = renderComposition(before, whole, 1, sampleReader).data;
    const b = renderComposition(after, whole, 1, sampleReader).data;
    const outside = a.findIndex((value, i) => {
      const [x, y] = [(i >> 2) % 96, Math.floor((i >> 2) / 96)];
      const inside =
        x >= rect.x && y >= rect.y && x < rect.x + rect.width && y < rect.y + rect.height;
      return value !== b[i] && !inside;
    });
    expect(outside, `sample ${outside} changed outside ${JSON.stringify(rect)}`).toBe(-1);
  }

  it('holds everything that an operation changed', () => {
    fc.assert(
      fc.property(anyComposition, fc.nat(3), fc.nat(90), (composition, pick, value) => {
        const layer = composition.layers[pick % Math.max(1, composition.layers.length)];
        if (!layer) return;
        const placement = { ...layer.placement, x: value, turn: value };
        const moved = perform(composition, setPlacement, { layer: layer.id, placement });
        expectInside(composition, moved.composition);
        const faded = perform(composition, setOpacity, { layer: layer.id, opacity: value / 100 });
        expectInside(composition, faded.composition);
        for (const mask of composition.masks) {
          for (const part of mask.parts) {
            const args = { mask: mask.id, part: part.id };
            expectInside(composition, perform(composition, removePart, args).composition);
            const back = perform(composition, reorderPart, { ...args, to: 0 });
            expectInside(composition, back.composition);
            const settings = { shown: !part.shown, feather: value / 9 };
            const set = perform(composition, setPart, { ...args, settings });
            expectInside(composition, set.composition);
          }
          const edge = { choke: value / 30, evened: value % 3, firm: value / 90 };
          const edged = perform(composition, setMaskEdge, { mask: mask.id, edge });
          expectInside(composition, edged.composition);
          for (const part of mask.parts.filter((each) => each.kind === 'painted')) {
            const args = { mask: mask.id, part: part.id, tiles: { '0,0': 'f'.repeat(64) } };
            const painted = perform(composition, paintPart, { ...args, way: 'hide' });
            expectInside(composition, painted.composition);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  it('is empty when nothing changed, and everything when the canvas did', () => {
    const composition = newComposition('Test', { width: 96, height: 80 });
    expect(damage(composition, composition)).toMatchObject({ width: 0, height: 0 });
    const larger = newComposition('Test', { width: 97, height: 80 });
    expect(damage(composition, larger)).toBe('everything');
  });
});
