import { describe, expect, it } from 'vitest';
import type { OutlinePoint, Shape, ShapeContent } from '../composition';
import { shapeBounds, shapeLoops, shapesBounds } from './shape-outline';

const frame = { id: 'a', rule: 'unite', x: 10, y: 20, width: 80, height: 40, turn: 0 } as const;

/** Places along the cubic curves of a closed path. */
function along(loop: readonly OutlinePoint[]) {
  return loop.flatMap((a, i) => {
    const b = loop[(i + 1) % loop.length] as OutlinePoint;
    const [p, q] = [a.out ?? a, b.in ?? b];
    return [0, 0.25, 0.5, 0.75].map((t) => {
      const [u, v, w, z] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      return {
        x: u * a.x + v * p.x + w * q.x + z * b.x,
        y: u * a.y + v * p.y + w * q.y + z * b.y,
      };
    });
  });
}

describe('shapes as paths', () => {
  it('an oval keeps to its ellipse', () => {
    const [loop = []] = shapeLoops({ ...frame, kind: 'oval' });
    for (const { x, y } of along(loop)) {
      expect(((x - 50) / 40) ** 2 + ((y - 40) / 20) ** 2).toBeCloseTo(1, 4);
    }
  });

  it('a box has straight sides between corners of the radius asked for, at most half its side', () => {
    const [plain = []] = shapeLoops({ ...frame, kind: 'box', radius: 0 });
    expect(plain).toHaveLength(4);
    const [round = []] = shapeLoops({ ...frame, kind: 'box', radius: 500 });
    const places = along(round);
    expect(Math.min(...places.map((p) => p.x))).toBeCloseTo(10);
    for (const { x, y } of places.filter((p) => p.x < 29.9)) {
      expect(Math.hypot(x - 30, y - 40)).toBeCloseTo(20, 3);
    }
  });

  it('turn about their middle', () => {
    const box: Shape = { ...frame, kind: 'box', radius: 0, turn: 90 };
    const { x, y, width, height } = shapeBounds(box);
    expect([x, y, width, height].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([30, 0, 40, 80]);
  });

  it('reach as far as those that add to them, and their stroke', () => {
    const content: ShapeContent = {
      ...{ kind: 'shape', fill: null },
      shapes: [
        { ...frame, kind: 'oval' },
        { ...frame, kind: 'box', radius: 0, rule: 'subtract', x: -500 },
      ],
      stroke: { width: 6, place: 'outside', colour: { r: 0, g: 0, b: 0, alpha: 1 } },
    };
    expect(shapesBounds(content).x).toBeCloseTo(4, 3);
    expect(shapesBounds(content).width).toBeCloseTo(92, 2);
  });
});
