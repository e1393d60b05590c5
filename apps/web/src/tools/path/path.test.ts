import type { OutlinePoint } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { countOf, placeIn, withoutPoint, withPoint } from './path';

const at = (x: number, y: number): OutlinePoint => ({ x, y });
const outer = [at(0, 0), at(100, 0), at(100, 100), at(0, 100)];
const hole = [at(20, 20), at(40, 20), at(30, 40)];
const loops = [outer, hole];

describe('the points of paths', () => {
  it('count on from loop to loop', () => {
    expect(countOf(loops)).toBe(7);
    expect(placeIn(loops, 0)).toEqual({ loop: 0, at: 0 });
    expect(placeIn(loops, 3)).toEqual({ loop: 0, at: 3 });
    expect(placeIn(loops, 4)).toEqual({ loop: 1, at: 0 });
    expect(placeIn(loops, 7)).toBeNull();
    expect(placeIn(loops, -1)).toBeNull();
    expect(placeIn([], 0)).toBeNull();
  });

  it('are changed one at a time, the others as they were', () => {
    const moved = withPoint(loops, 5, ({ x, y }) => ({ x: x + 3, y }));
    expect(moved[0]).toBe(outer);
    expect(moved[1]).toEqual([at(20, 20), at(43, 20), at(30, 40)]);
    expect(withPoint(loops, 9, () => at(0, 0))).toBe(loops);
  });

  it('are told in which loop they stand, and where in it', () => {
    withPoint(loops, 6, (point, loop, index) => {
      expect(loop).toBe(hole);
      expect(index).toBe(2);
      return point;
    });
  });

  it('are taken out; a hole of two points is none', () => {
    expect(withoutPoint(loops, 1)).toEqual([[outer[0], outer[2], outer[3]], hole]);
    expect(withoutPoint(loops, 4)).toEqual([outer]);
    // The only loop keeps what is left of it: who owns it says why that is too little.
    expect(withoutPoint([hole], 0)).toEqual([[hole[1], hole[2]]]);
    expect(withoutPoint(loops, 99)).toBe(loops);
  });
});
