import { type Composition, laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { paletteNeeds, paletteOf } from './palette';

const reader: PixelReader = { level: () => undefined, paintedTile: () => undefined };

const size = { width: 100, height: 80 };

function fill(id: string, colour: { r: number; g: number; b: number }, width: number) {
  const content = {
    kind: 'fill' as const,
    ...{ size: { width, height: 80 } },
    fill: { by: 'colour' as const, colour: { ...colour, alpha: 1 } },
  };
  return plainLayer(id, id, content, placedAt({ x: width / 2, y: 40 }));
}

const RED = { r: 200, g: 40, b: 30 };
const BLUE = { r: 30, g: 60, b: 190 };
const SAND = { r: 210, g: 190, b: 150 };

const scene: Composition = laidOut(newComposition('Colours', size), [
  fill('sand', SAND, 100),
  fill('blue', BLUE, 30),
  fill('text', RED, 10),
]);

const bytes = (of: readonly { r: number; g: number; b: number }[]) =>
  of.map(({ r, g, b }) => [r, g, b].map((value) => Math.round(255 * value)));

describe('the palette of a picture', () => {
  it('has its main colours, those that are most of it first, without the layer it is for', () => {
    const found = bytes(paletteOf({ composition: scene, without: 'text' }, reader));
    expect(found).toHaveLength(2);
    [SAND, BLUE].forEach(({ r, g, b }, k) => {
      [r, g, b].forEach((value, c) => {
        expect(Math.abs((found[k]?.[c] ?? 0) - value)).toBeLessThan(4);
      });
    });
    expect(paletteOf({ composition: scene, without: 'none' }, reader)).toHaveLength(3);
  });

  it('is empty where nothing shows', () => {
    const empty = newComposition('Empty', size);
    expect(paletteOf({ composition: empty, without: '' }, reader)).toEqual([]);
    expect(paletteNeeds({ composition: empty, without: '' }).sources).toEqual([]);
  });
});
