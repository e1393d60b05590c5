import { laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import { encodePixels } from '@diplex/kernels';
import { definitionOf, newStep } from '@diplex/steps';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
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
      { numRuns: 40, endOnFailure: true },
    );
    // A few of all compositions are dear, and a tile of seven pixels is drawn for each place.
  }, 240_000);

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
      { numRuns: 60, endOnFailure: true },
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
      const content = { kind: 'fill' as const, fill, size: { width: 20, height: 14 } };
      const placement = { ...placedAt({ x, y }), scaleX, scaleY, turn };
      const empty = newComposition('Corner', { width: 64, height: 40 });
      const composition = laidOut(empty, [plainLayer('l', 'Fill', content, placement)]);
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

  it('gives the same numbers for a tile beside a layer whose softened edge reaches into it', () => {
    const size = { width: 90, height: 70 };
    const content = { kind: 'photo' as const, source: 'b'.repeat(64), size };
    const blur = newStep(definitionOf('lens-blur'), { size: 8, edge: 'softened' });
    const layer = plainLayer('soft', 'Soft', content, placedAt({ x: 0, y: 20 }));
    const composition = laidOut(newComposition('Soft', { width: 96, height: 80 }), [
      { ...layer, steps: [{ ...blur, amount: 0.5 }] },
    ]);
    const all = renderComposition(composition, whole, 1, sampleReader);
    const beside = { x: 48, y: 0, width: 48, height: 80 };
    const tile = renderComposition(composition, beside, 1, sampleReader);
    expect(Math.max(...tile.data)).toBeGreaterThan(0);
    for (let y = 0; y < 80; y++) {
      const from = (y * 96 + 48) * 4;
      expect(tile.data.subarray(y * 48 * 4, (y + 1) * 48 * 4)).toEqual(
        all.data.subarray(from, from + 48 * 4),
      );
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
    const layer = (id: string, source: string, opacity: number) => {
      const content = { kind: 'photo' as const, source, size: { width: 2, height: 2 } };
      return { ...plainLayer(id, id, content, placedAt({ x: 1, y: 1 })), opacity };
    };
    const empty = newComposition('Half', { width: 2, height: 2 });
    const composition = laidOut(empty, [layer('far', black, 1), layer('near', white, 0.5)]);
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
