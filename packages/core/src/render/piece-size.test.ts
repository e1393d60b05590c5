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
import { pieceSize, rowsAtOnce } from './piece-size';

const MOST = 600_000;
const WHOLE = { x: 0, y: 0, width: 6000, height: 4000 };

const MASK: Mask = { id: 'mask', name: 'Mask', startsFrom: 'full', feather: 3, parts: [] };
const USE = {
  ...{ mask: 'mask', linked: true, turnedRound: false },
  lies: [1, 0, 0, 1, 0, 0] as const,
};

/** Photographs over one another, each as large as the canvas; their soft edges take on what lies behind. */
function layers(count: number, tintWidth = 0): Composition {
  const size = { width: WHOLE.width, height: WHOLE.height };
  const photos = Array.from({ length: count }, (_, at): Layer => {
    const content = { kind: 'photo' as const, source: 'a', size };
    const layer = plainLayer(`${at}`, `${at}`, content, placedAt({ x: 3000, y: 2000 }));
    if (!tintWidth) return layer;
    return { ...layer, edge: { tint: 0.4, tintWidth }, maskUse: USE };
  });
  return laidOut(newComposition('Test', size), photos, [MASK]);
}

describe('pieces in which a composition is drawn', () => {
  it('stay small where nothing looks beyond a pixel', () => {
    expect(pieceSize(layers(8), WHOLE, 1, MOST)).toEqual({ width: 512, height: 64 });
  });

  it('are larger, the farther the layers look in all, and never too large for the memory', () => {
    const area = (composition: Composition) => {
      const { width, height } = pieceSize(composition, WHOLE, 1, MOST);
      return width * height;
    };
    expect(area(layers(2, 6))).toBeGreaterThan(512 * 64);
    expect(area(layers(8, 6))).toBeGreaterThan(area(layers(2, 1)));
    expect(area(layers(8, 150))).toBeLessThanOrEqual(MOST);
  });

  it('are no larger than what is drawn', () => {
    const deep = layers(8, 20);
    const small = { x: 5, y: 3, width: 40, height: 9 };
    expect(pieceSize(deep, small, 1, MOST)).toEqual({ width: 40, height: 9 });
  });
});

describe('rows that are handed to a thread at once', () => {
  it('are as many as the pieces are high, and leave a band for every thread', () => {
    const size = (height: number) => ({ width: 512, height });
    expect(rowsAtOnce(size(64), WHOLE, 2)).toBe(67);
    expect(rowsAtOnce(size(512), WHOLE, 2)).toBe(512);
    expect(rowsAtOnce(size(512), { ...WHOLE, height: 600 }, 4)).toBe(75);
    expect(rowsAtOnce(size(9), { width: 40, height: 9 }, 2)).toBe(9);
  });
});
