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
import { rowsAtOnce } from './rows-at-once';

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

describe('rows that are drawn at once', () => {
  it('are few where nothing looks beyond a row', () => {
    expect(rowsAtOnce(layers(8), WHOLE, 1, 2)).toBe(67);
  });

  it('are more, the farther the layers look in all', () => {
    const few = rowsAtOnce(layers(2, 6), WHOLE, 1, 2);
    const many = rowsAtOnce(layers(8, 6), WHOLE, 1, 2);
    expect(many).toBeGreaterThan(few);
  });

  it('leave a band for every thread, and are never more than there are', () => {
    const deep = layers(8, 40);
    for (const threads of [1, 2, 8]) {
      const height = 900;
      const rows = rowsAtOnce(deep, { ...WHOLE, height }, 1, threads);
      expect(rows * threads).toBeLessThanOrEqual(Math.max(height, 67 * threads));
    }
    expect(rowsAtOnce(deep, { ...WHOLE, height: 5 }, 1, 2)).toBe(5);
    expect(rowsAtOnce(deep, { x: 0, y: 0, width: 3, height: 4000 }, 1, 2)).toBe(4000);
  });
});
