import { PAINTED_TILE_SIZE, validateComposition } from '@diplex/document';
import { encodePixels } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import schema1 from '../../../document/examples/schema-1.json';
import schema2 from '../../../document/examples/schema-2.json';
import schema3 from '../../../document/examples/schema-3.json';
import schema4 from '../../../document/examples/schema-4.json';
import schema5 from '../../../document/examples/schema-5.json';
import type { PixelReader } from '../pixels/pixel-reader';
import { levelSize } from '../pixels/source-level';
import { tileRect } from '../pixels/tiled-level';
import { renderComposition } from '../render/render-composition';

const SIZES: Readonly<Record<string, { width: number; height: number }>> = {
  '0': { width: 1500, height: 1000 },
  f: { width: 1200, height: 1500 },
};

function noise(x: number, y: number, c: number): number {
  const mixed = Math.imul(x + 7 * y + 131 * c, 0x9e3779b1) ^ Math.imul(x ^ (y << 3), 0x85ebca6b);
  return (mixed >>> 24) * 0.3 + 60 * Math.sin(x / 40) + 60 * Math.cos(y / 30 + c) + 90;
}

const tile = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => {
  const [x, y] = [(i >> 1) % PAINTED_TILE_SIZE, Math.floor((i >> 1) / PAINTED_TILE_SIZE)];
  return Math.round(32_000 + 32_000 * Math.sin((x + (i & 1) * 40) / 50) * Math.cos(y / 45));
});

const tiles = new Map<string, Uint8Array>();

/** Made-up photographs and strokes for the sources and tiles that the examples name. */
const reader: PixelReader = {
  level(source, level) {
    const size = SIZES[source.charAt(0)];
    if (!size) return undefined;
    const extent = levelSize(size.width, size.height, level);
    return {
      ...{ ...extent, channels: 3, bits: 8 },
      tile(column, row) {
        const key = `${source}/${level}/${column}/${row}`;
        const known = tiles.get(key);
        if (known) return known;
        const { x, y, width, height } = tileRect(extent, column, row);
        const made = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
          const p = Math.floor(i / 3);
          return noise((x + (p % width)) << level, (y + Math.floor(p / width)) << level, i % 3);
        });
        tiles.set(key, made);
        return made;
      },
    };
  },
  paintedTile: () => tile,
};

function checksum(samples: Uint8Array): number {
  let hash = 0x811c9dc5;
  for (const value of samples) hash = Math.imul(hash ^ value, 0x01000193);
  return hash >>> 0;
}

/** What the examples looked like under the schema they were stored in, as a checksum of 8-bit pixels. */
const LOOKED = {
  ...{ 1: 2980347274, 2: 3801448916, 3: 1108054254, 4: 2280738165, 5: 740459445 },
} as const;

describe('stored examples of earlier schemas', () => {
  it.each([
    [1, schema1],
    [2, schema2],
    [3, schema3],
    [4, schema4],
    [5, schema5],
  ] as const)('schema %i is drawn as it was', (schema, stored) => {
    const composition = validateComposition(stored);
    const region = { x: 0, y: 0, width: 375, height: 250 };
    const image = renderComposition(composition, region, 0.25, reader);
    const samples = new Uint8Array(image.data.length);
    encodePixels(image.data, composition.mixIn, samples);
    expect(checksum(samples)).toBe(LOOKED[schema]);
  });
});
