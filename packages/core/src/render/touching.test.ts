import type { Rect } from '@diplex/document';
import { newCoverage } from '@diplex/imaging';
import { describe, expect, it } from 'vitest';
import type { DrawCoverage } from '../mask/feather';
import { scanConvert } from '../mask/scan-convert';
import { type Touching, wayToTouch } from './touching';

type Corners = readonly (readonly [x: number, y: number])[];

function polygon(corners: Corners): Touching {
  const draw: DrawCoverage = (region, scale) =>
    scanConvert(
      corners.map(([x, y]) => ({ x: x * scale, y: y * scale })),
      region,
    );
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  const bounds = { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
  return { draw, bounds };
}

const box = ({ x, y, width, height }: Rect) =>
  polygon([
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]);

const thing = box({ x: 40, y: 10, width: 20.5, height: 30.25 });
const ground = box({ x: 0, y: 100.75, width: 200, height: 40 });

describe('the way until a thing touches another', () => {
  it('is told to a part of a pixel, each way', () => {
    expect(wayToTouch(thing, ground, 'down')).toBeCloseTo(60.5, 3);
    const wall = box({ x: 80, y: 0, width: 10, height: 90 });
    expect(wayToTouch(thing, wall, 'right')).toBeCloseTo(19.5, 3);
    expect(wayToTouch(wall, thing, 'left')).toBeCloseTo(19.5, 3);
    expect(wayToTouch(ground, thing, 'up')).toBeCloseTo(60.5, 3);
  });

  it('goes back where they overlap, and is none where they pass each other', () => {
    expect(wayToTouch(box({ x: 40, y: 80, width: 20, height: 30 }), ground, 'down')).toBeCloseTo(
      -9.25,
      3,
    );
    expect(wayToTouch(box({ x: 300, y: 0, width: 20, height: 30 }), ground, 'down')).toBeNull();
  });

  it('is that of the lane that meets first, which bounds do not know', () => {
    // A slope that falls to the right: the left edge of the thing meets it first.
    const slope = polygon([
      [0, 100],
      [200, 200],
      [0, 200],
    ]);
    // The middle of its first column.
    expect(wayToTouch(thing, slope, 'down')).toBeCloseTo(100 + 40.5 / 2 - 40.25, 1);
  });

  it('counts half of the most coverage as the edge of what is see-through', () => {
    const smoke: Touching = {
      bounds: { x: 0, y: 0, width: 50, height: 50 },
      draw: (region) => {
        const out = newCoverage(region.width, region.height);
        for (let y = 0; y < region.height; y++) {
          const inside = region.y + y >= 0 && region.y + y < 30;
          out.data.fill(inside ? 0.3 : 0, y * region.width, (y + 1) * region.width);
        }
        return out;
      },
    };
    expect(wayToTouch(smoke, ground, 'down')).toBeCloseTo(70.75, 1);
  });

  it('is as exact on a canvas of 24 million pixels', () => {
    const large = box({ x: 1003, y: 200, width: 1700, height: 1500.5 });
    const slope = polygon([
      [0, 3000],
      [6000, 3600],
      [6000, 4000],
      [0, 4000],
    ]);
    // 1700.5 down to 3000 + 0.1 a column, at the first column of the thing.
    expect(wayToTouch(large, slope, 'down')).toBeCloseTo(3000 + 100.35 - 1700.5, 1);
  });
});
