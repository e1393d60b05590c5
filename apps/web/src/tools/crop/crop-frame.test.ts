import { newComposition } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { framed, inRatio, levelling, ratioOf, wholeFrame } from './crop-frame';

const scene = newComposition('Crop', { width: 300, height: 200 });

describe('a frame', () => {
  it('takes a ratio about its middle and stays as large', () => {
    const square = inRatio(wholeFrame(scene), 1);
    expect(square.width).toBeCloseTo(square.height, 9);
    expect(square.width * square.height).toBeCloseTo(60_000, 6);
    expect([square.x + square.width / 2, square.y + square.height / 2]).toEqual([150, 100]);
    expect(inRatio(wholeFrame(scene), null)).toEqual(wholeFrame(scene));
    expect(ratioOf('as it is', scene)).toBe(1.5);
    expect(ratioOf('free', scene)).toBeNull();
  });

  it('is drawn from any corner, in a ratio by its width', () => {
    expect(framed({ x: 90, y: 80 }, { x: 10, y: 20 }, null)).toEqual({
      ...{ x: 10, y: 20, width: 80, height: 60, turn: 0 },
    });
    expect(framed({ x: 10, y: 100 }, { x: 90, y: 20 }, 2)).toMatchObject({ y: 60, height: 40 });
  });

  it('is turned so that a line lies level or upright', () => {
    expect(levelling({ x: 0, y: 0 }, { x: 100, y: 10 })).toBeCloseTo(5.71, 2);
    expect(levelling({ x: 100, y: 10 }, { x: 0, y: 0 })).toBeCloseTo(5.71, 2);
    expect(levelling({ x: 0, y: 0 }, { x: -10, y: 100 })).toBeCloseTo(5.71, 2);
    expect(levelling({ x: 0, y: 0 }, { x: 10, y: 100 })).toBeCloseTo(-5.71, 2);
  });
});
