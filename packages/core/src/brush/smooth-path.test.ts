import { describe, expect, it } from 'vitest';
import { SmoothPath } from './smooth-path';

const point = (x: number, y: number, pressure = 1) => ({ x, y, pressure });

function whole(...points: ReturnType<typeof point>[]) {
  const path = new SmoothPath();
  return [...path.add(points), ...path.end()];
}

describe('SmoothPath', () => {
  it('keeps a straight line straight, from the first place to the last', () => {
    const line = whole(point(0, 0), point(30, 10), point(90, 30), point(120, 40));
    expect(line[0]).toEqual(point(0, 0));
    expect(line.at(-1)).toEqual(point(120, 40));
    for (const { x, y } of line) expect(y).toBeCloseTo(x / 3, 9);
  });

  it('turns no corner sharply', () => {
    const line = whole(point(0, 0), point(100, 0), point(100, 100), point(0, 100));
    const turns = line.slice(2, -1).map((c, i) => {
      const [a, b] = [line[i], line[i + 1]] as [typeof c, typeof c];
      const first = Math.atan2(b.y - a.y, b.x - a.x);
      const second = Math.atan2(c.y - b.y, c.x - b.x);
      return Math.abs(Math.atan2(Math.sin(second - first), Math.cos(second - first)));
    });
    expect(Math.max(...turns)).toBeLessThan(0.2);
  });

  it('goes from one pressure to the next evenly, and is the same however the points arrive', () => {
    const points = [point(0, 0, 0.2), point(40, 0, 0.6), point(80, 0, 1), point(80, 60, 0.5)];
    const path = new SmoothPath();
    const pieces = points.flatMap((each) => path.add([each]));
    expect([...pieces, ...path.end()]).toEqual(whole(...points));
    const pressures = whole(...points).map(({ pressure }) => pressure);
    expect(Math.max(...pressures)).toBeLessThanOrEqual(1);
    expect(pressures.every((p, i) => Math.abs(p - (pressures[i + 1] ?? p)) < 0.4)).toBe(true);
  });
});
