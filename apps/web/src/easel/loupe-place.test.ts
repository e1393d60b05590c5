import { describe, expect, it } from 'vitest';
import { loupePlace } from './loupe-place';

const room = { width: 900, height: 600 };
const SIDE = 148;

/** How near the middle of a glass comes to a place. */
function far(glass: { x: number; y: number }, x: number, y: number): number {
  return Math.hypot(glass.x + SIDE / 2 - x, glass.y + SIDE / 2 - y);
}

describe('the place of the loupe', () => {
  it('is above to the right of the pointer, and inside the picture', () => {
    expect(loupePlace({ x: 400, y: 300 }, SIDE, room, [])).toEqual({ x: 426, y: 126 });
    for (const at of [
      { x: 890, y: 10 },
      { x: 5, y: 595 },
      { x: 895, y: 595 },
    ]) {
      const { x, y } = loupePlace(at, SIDE, room, []);
      expect(x >= 0 && y >= 0 && x + SIDE <= room.width && y + SIDE <= room.height).toBe(true);
    }
  });

  it('is not on the line that is being drawn, wherever that comes from', () => {
    const at = { x: 400, y: 300 };
    const lines = [
      [{ x: 700, y: 40 }, at],
      [{ x: 420, y: 20 }, { x: 560, y: 220 }, at],
      [{ x: 100, y: 40 }, at],
      [{ x: 700, y: 40 }, { x: 500, y: 200 }, { x: 300, y: 200 }, at],
    ];
    for (const line of lines) {
      const glass = loupePlace(at, SIDE, room, line);
      line.slice(1).forEach((to, i) => {
        const from = line[i] ?? to;
        for (let k = 0; k <= 40; k++) {
          const [x, y] = [from.x + ((to.x - from.x) * k) / 40, from.y + ((to.y - from.y) * k) / 40];
          expect(far(glass, x, y)).toBeGreaterThan(SIDE / 2 - 1);
        }
      });
    }
  });
});
