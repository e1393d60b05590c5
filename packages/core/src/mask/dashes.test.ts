import { describe, expect, it } from 'vitest';
import { dashOutlines } from './dashes';
import { scanConvertAll } from './scan-convert';

const box = [
  { x: 20, y: 20 },
  { x: 100, y: 20 },
  { x: 100, y: 60 },
  { x: 20, y: 60 },
];
const region = { x: 0, y: 0, width: 120, height: 80 };

describe('the dashes of a closed path', () => {
  it('cover their share of its length, with straight ends', () => {
    // 240 px round the box: 12 dashes of 10 px and 12 gaps of 10.
    const dashes = dashOutlines(box, { length: 10, gap: 10 }, 2);
    expect(dashes).toHaveLength(12);
    const { data } = scanConvertAll(dashes, region);
    const at = (x: number, y: number) => data[y * region.width + x];
    // Along the upper side: on from 20 to 30, off to 40.
    expect([19, 20, 29, 30, 39, 40].map((x) => at(x, 19))).toEqual([0, 1, 1, 0, 0, 1]);
    expect([17, 18, 21, 22].map((y) => at(25, y))).toEqual([0, 1, 1, 0]);
  });

  it('go round a corner as one', () => {
    // The dash from 70 to 90 px along turns at the upper right corner.
    const { data } = scanConvertAll(dashOutlines(box, { length: 20, gap: 15 }, 2), region);
    const at = (x: number, y: number) => data[y * region.width + x];
    // 7 dashes; a period is 240/7, the third begins at 68.57 and ends at 88.16.
    expect([at(86, 20), at(89, 20), at(101, 18), at(100, 27), at(100, 29)]).toEqual([
      0, 1, 1, 1, 0,
    ]);
  });

  it('close evenly whatever their lengths, and are none of a path without length', () => {
    for (const gap of [3, 7.3, 19]) {
      const dashes = dashOutlines(box, { length: 9, gap }, 1);
      expect(dashes).toHaveLength(Math.round(240 / (9 + gap)));
    }
    expect(
      dashOutlines(
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
        { length: 1, gap: 1 },
        1,
      ),
    ).toEqual([]);
  });
});
