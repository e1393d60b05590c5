import { intersectRects, isEmpty, type Rect } from '@diplex/document';
import { inScratch, stopKernels } from '@diplex/kernels';
import { byBoth, startTestKernels, worst } from '@diplex/kernels/test-support';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { BackdropCache } from './backdrop-cache';
import { type RenderPlan, RenderStopped, renderComposition } from './render-composition';
import { anyComposition, sampleReader } from './sample-composition.test-support';

/** Larger than a tile, so that it is divided. */
const SCALE = 3.1;
const WHOLE: Rect = { x: 0, y: 0, width: 298, height: 248 };

function tilesOf(side: number): Rect[] {
  const tiles: Rect[] = [];
  for (let y = 0; y < WHOLE.height; y += side) {
    for (let x = 0; x < WHOLE.width; x += side) {
      const tile = intersectRects({ x, y, width: side, height: side }, WHOLE);
      if (!isEmpty(tile)) tiles.push(tile);
    }
  }
  return tiles;
}

type Drawn = Parameters<typeof renderComposition>[0];

function drawn(composition: Drawn, region: Rect, plan: RenderPlan = {}): Float32Array {
  return inScratch(
    () => new Float32Array(renderComposition(composition, region, SCALE, sampleReader, plan).data),
  );
}

/** The whole picture, put together from its tiles. */
function fromTiles(composition: Drawn, side: number): Float32Array {
  const out = new Float32Array(WHOLE.width * WHOLE.height * 4);
  for (const tile of tilesOf(side)) {
    const data = drawn(composition, tile);
    for (let y = 0; y < tile.height; y++) {
      const row = data.subarray(y * tile.width * 4, (y + 1) * tile.width * 4);
      out.set(row, ((tile.y + y) * WHOLE.width + tile.x) * 4);
    }
  }
  return out;
}

afterEach(stopKernels);

describe('rendering with kernels', () => {
  it('gives what the twins give, for any composition', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const region = { x: 20, y: 30, width: 150, height: 120 };
        const { twin, kernel } = byBoth(() => drawn(composition, region));
        expect(worst(twin, kernel)).toBeLessThan(1e-5);
      }),
      { numRuns: 40 },
    );
  });

  it('gives the same bits in tiles of 64, of 256 and as a whole', () => {
    startTestKernels();
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const whole = drawn(composition, WHOLE);
        for (const side of [64, 256]) {
          const tiles = fromTiles(composition, side);
          expect(whole.findIndex((value, i) => value !== tiles[i])).toBe(-1);
        }
      }),
      { numRuns: 15 },
    );
  });

  it('gives the same bits with what lies behind kept from before', () => {
    startTestKernels();
    const tile = { x: 64, y: 64, width: 64, height: 64 };
    const part = { x: 70, y: 80, width: 31, height: 17 };
    fc.assert(
      fc.property(anyComposition, fc.nat(3), (composition, pick) => {
        const layer = composition.layers[pick]?.id;
        if (!layer) return;
        const worksOn = { layer, tile, cache: new BackdropCache(2 ** 22) };
        for (const region of [part, tile, part]) {
          expect(drawn(composition, region, { worksOn })).toEqual(drawn(composition, region));
        }
      }),
      { numRuns: 30 },
    );
  });

  it('ends between two layers when it is called off', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        fc.pre(composition.layers.some(({ shown, opacity }) => shown && opacity > 0));
        expect(() => drawn(composition, WHOLE, { stopped: () => true })).toThrow(RenderStopped);
      }),
      { numRuns: 5 },
    );
  });
});

describe('BackdropCache', () => {
  it('keeps no more bytes than it may, and those used last', () => {
    const cache = new BackdropCache(3 * 400);
    for (const key of ['a', 'b', 'c']) cache.put(key, new Float32Array(100).fill(1));
    cache.get('a');
    cache.put('d', new Float32Array(100));
    expect(['a', 'b', 'c', 'd'].map((key) => cache.get(key) !== undefined)).toEqual([
      ...[true, false, true, true],
    ]);
    cache.put('large', new Float32Array(1000));
    expect(cache.get('large')).toBeUndefined();
  });
});
