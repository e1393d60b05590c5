import { describe, expect, it } from 'vitest';
import { aligned, distributed } from './align';
import { snapTo } from './snapping';

const box = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });
const canvas = box(0, 0, 1000, 600);

describe('snapping', () => {
  it('brings the nearest edge or middle to that of another, across and down apart', () => {
    const { by, lines } = snapTo(box(446, 94, 100, 50), [canvas, box(300, 100, 50, 50)], 6);
    expect(by).toEqual({ x: 4, y: 6 });
    expect(lines).toEqual([
      { axis: 'x', at: 500 },
      { axis: 'y', at: 100 },
    ]);
  });

  it('leaves alone what is not near', () => {
    expect(snapTo(box(400, 200, 33, 20), [canvas], 6)).toEqual({ by: { x: 0, y: 0 }, lines: [] });
  });
});

describe('aligning', () => {
  const things = [box(10, 10, 100, 20), box(300, 80, 50, 60)];

  it('moves each thing to the edge or middle asked for', () => {
    expect(aligned(things, canvas, { axis: 'x', share: 0.5 })).toEqual([
      { x: 440, y: 0 },
      { x: 175, y: 0 },
    ]);
    expect(aligned(things, canvas, { axis: 'y', share: 1 })).toEqual([
      { x: 0, y: 570 },
      { x: 0, y: 460 },
    ]);
  });

  it('makes gaps equal and moves neither the first nor the last', () => {
    const three = [box(500, 0, 100, 10), box(0, 0, 50, 10), box(60, 0, 30, 10)];
    const moves = distributed(three, 'x');
    expect(moves[0]).toEqual({ x: 0, y: 0 });
    expect(moves[1]).toEqual({ x: 0, y: 0 });
    const middle = 60 + (moves[2]?.x ?? 0);
    expect(middle - 50).toBeCloseTo(500 - (middle + 30));
    expect(distributed(three.slice(0, 2), 'x').every(({ x }) => x === 0)).toBe(true);
  });
});
