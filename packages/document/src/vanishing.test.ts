import { describe, expect, it } from 'vitest';
import { type Composition, newComposition, type VanishingLine } from './composition';
import type { Point } from './geometry/matrix';
import { horizonOfLines, planeBetween, vanishingPoint } from './vanishing';

const canvas = { width: 1200, height: 800 };

/** A camera at a height over a floor, its picture turned by a roll: where a place of the scene is seen. */
const [FOCAL, HEIGHT, ROLL] = [900, 1.6, 0.04];
function seen(x: number, y: number, z: number): Point {
  const [u, v] = [(FOCAL * x) / z, (FOCAL * (HEIGHT - y)) / z];
  const [c, s] = [Math.cos(ROLL), Math.sin(ROLL)];
  return { x: 600 + c * u - s * v, y: 300 + s * u + c * v };
}

/** A corner of a house whose walls go off at 30 degrees to one side and 60 to the other. */
function alongWall(turn: number, far: number, height: number): Point {
  const angle = (turn * Math.PI) / 180;
  return seen(Math.sin(angle) * far, height, 8 + Math.cos(angle) * far);
}

function line(way: VanishingLine['way'], turn: number, height: number): VanishingLine {
  return { way, from: alongWall(turn, 1, height), to: alongWall(turn, 5, height) };
}

const lines = [
  ...[0, 1.2, 3].map((height) => line('first', 30, height)),
  ...[0, 2.8].map((height) => line('second', -60, height)),
];
const scene: Composition = { ...newComposition('House', canvas), vanishing: lines };

describe('vanishing lines', () => {
  it('meet where the scene has its vanishing points', () => {
    const right = vanishingPoint(lines.slice(0, 3), scene.canvas);
    const truth = seen(Math.tan(Math.PI / 6) * 1e9, HEIGHT, 1e9);
    expect(right?.x).toBeCloseTo(truth.x, 3);
    expect(right?.y).toBeCloseTo(truth.y, 3);
  });

  it('tell the horizon with its tilt from two ways, and a level one from one', () => {
    const horizon = horizonOfLines(scene);
    expect(horizon?.tilt).toBeCloseTo((ROLL * 180) / Math.PI, 6);
    expect(horizon?.y).toBeCloseTo(300, 6);
    const one = horizonOfLines({ ...scene, vanishing: lines.slice(0, 2) });
    expect(one?.tilt).toBe(0);
    expect(one?.y).toBeCloseTo(seen(Math.tan(Math.PI / 6) * 1e9, HEIGHT, 1e9).y, 3);
  });

  it('tell nothing when there is one of them, or when they run side by side', () => {
    expect(horizonOfLines({ ...scene, vanishing: lines.slice(0, 1) })).toBeNull();
    const level = [100, 400].map(
      (y): VanishingLine => ({ way: 'first', from: { x: 0, y }, to: { x: 900, y } }),
    );
    expect(horizonOfLines({ ...scene, vanishing: level })).toBeNull();
    const place = { way: 'first' as const, from: { x: 5, y: 5 }, to: { x: 5, y: 5 } };
    expect(horizonOfLines({ ...scene, vanishing: [place, place] })).toBeNull();
  });

  it('draw a wall and a floor in perspective between two corners', () => {
    const floor = planeBetween(
      scene,
      [
        seen(0, 0, 8),
        seen(
          Math.sin(Math.PI / 6) * 4 - Math.sin(Math.PI / 3) * 3,
          0,
          8 + Math.cos(Math.PI / 6) * 4 + Math.cos(Math.PI / 3) * 3,
        ),
      ],
      ['first', 'second'],
    );
    const wanted = [
      seen(0, 0, 8),
      seen(Math.sin(Math.PI / 6) * 4, 0, 8 + Math.cos(Math.PI / 6) * 4),
      seen(-Math.sin(Math.PI / 3) * 3, 0, 8 + Math.cos(Math.PI / 3) * 3),
    ];
    for (const corner of wanted) {
      const near = floor?.map(({ x, y }) => Math.hypot(x - corner.x, y - corner.y)) ?? [];
      expect(Math.min(...near)).toBeLessThan(1e-3);
    }
    expect(
      planeBetween(
        newComposition('Bare', canvas),
        [
          { x: 0, y: 0 },
          { x: 9, y: 9 },
        ],
        ['first', 'upright'],
      ),
    ).toBeNull();
  });

  it('lay the corners of a plane from the upper left one on, clockwise, whichever are given', () => {
    const corners = [alongWall(30, 1, 0), alongWall(30, 4, 2.5)] as const;
    const one = planeBetween(scene, corners, ['first', 'upright']);
    const other = planeBetween(scene, [corners[1], corners[0]], ['first', 'upright']);
    expect(one?.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual(
      other?.map(({ x, y }) => [Math.round(x), Math.round(y)]),
    );
    const [a, b, c] = one ?? [];
    expect(a && b && a.x < b.x).toBe(true);
    expect(b && c && b.y < c.y).toBe(true);
  });
});
