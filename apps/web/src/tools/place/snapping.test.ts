import { describe, expect, it } from 'vitest';
import { snapTo } from './snapping';

const thing = { x: 103, y: 48, width: 40, height: 20 };

describe('snapping', () => {
  it('lays an edge or the middle at the nearest edge or middle of others, across and down apart', () => {
    const wall = { x: 0, y: 0, width: 100, height: 120 };
    // Its left edge at the wall's right one; its middle (58) at the wall's (60).
    expect(snapTo(thing, [wall], 5)).toEqual({
      by: { x: -3, y: 2 },
      lines: [
        { axis: 'x', at: 100 },
        { axis: 'y', at: 60 },
      ],
    });
  });

  it('leaves what is too far where it is, each way by itself', () => {
    const far = { x: 0, y: 45, width: 10, height: 300 };
    const { by, lines } = snapTo(thing, [far], 4);
    expect(by).toEqual({ x: 0, y: -3 });
    expect(lines).toEqual([{ axis: 'y', at: 45 }]);
    expect(snapTo(thing, [far], 2)).toEqual({ by: { x: 0, y: 0 }, lines: [] });
  });

  it('takes the nearer of two lines', () => {
    const near = { x: 104, y: 500, width: 500, height: 5 };
    const nearer = { x: 142.5, y: 500, width: 800, height: 5 };
    expect(snapTo(thing, [near, nearer], 5).by.x).toBe(-0.5);
  });

  it('lies at guides, and at the lines of a grid next to it', () => {
    const guides = [{ axis: 'y' as const, at: 70 }];
    expect(snapTo(thing, [], 5, { guides }).by).toEqual({ x: 0, y: 2 });
    expect(snapTo(thing, [], 5, { grid: { step: 50 } as never }).by).toEqual({ x: -3, y: 2 });
    // Guides across say nothing of what is up and down.
    expect(snapTo(thing, [], 5, { guides: [{ axis: 'x', at: 47 }] }).by.y).toBe(0);
  });
});
