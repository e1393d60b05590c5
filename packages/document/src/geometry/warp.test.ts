import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BendMap, foldsOver, isPlain, plainBend } from './bend';
import type { Point } from './matrix';
import { PlaneMap } from './plane-map';
import { cornersOf, isConvex, projected, type Quad, rectToQuad } from './projective';

const box = { x: 10, y: -20, width: 300, height: 200 };
const move = fc.double({ min: -60, max: 60, noNaN: true });
const anyQuad = fc.array(fc.tuple(move, move), { minLength: 4, maxLength: 4 }).map(
  (moves) =>
    cornersOf(box).map(({ x, y }, i) => ({
      ...{ x: x + (moves[i]?.[0] as number), y: y + (moves[i]?.[1] as number) },
    })) as unknown as Quad,
);
const share = fc.double({ min: 0, max: 1, noNaN: true });
const anyBend = fc
  .array(fc.double({ min: -0.08, max: 0.08, noNaN: true }), { minLength: 24, maxLength: 24 })
  .map((moves) => {
    const plain = plainBend(3, 2);
    const points = plain.points.map(({ x, y }, i) => ({
      ...{ x: x + (moves[2 * i] as number), y: y + (moves[2 * i + 1] as number) },
    }));
    return { ...plain, points };
  });

function expectAt(got: Point | null, { x, y }: Point): void {
  expect(got?.x).toBeCloseTo(x, 4);
  expect(got?.y).toBeCloseTo(y, 4);
}

describe('corners drawn out', () => {
  it('take each corner of the box to its place, and keep straight lines straight', () => {
    fc.assert(
      fc.property(anyQuad, share, (quad, along) => {
        fc.pre(isConvex(quad));
        const map = rectToQuad(box, quad);
        cornersOf(box).forEach((corner, i) => {
          expectAt(projected(map, corner), quad[i] as Point);
        });
        const [a, b] = quad;
        const on = projected(map, { x: box.x + box.width * along, y: box.y });
        const across = ((on?.x ?? 0) - a.x) * (b.y - a.y) - ((on?.y ?? 0) - a.y) * (b.x - a.x);
        expect(Math.abs(across)).toBeLessThan(1e-4);
      }),
    );
  });

  it('are undone by the map back', () => {
    fc.assert(
      fc.property(anyQuad, share, share, (quad, u, v) => {
        fc.pre(isConvex(quad));
        const map = PlaneMap.projective(rectToQuad(box, quad));
        const place = { x: box.x + box.width * u, y: box.y + box.height * v };
        const there = map.to(place);
        if (there) expectAt(map.back(there), place);
      }),
    );
  });

  it('say nothing of what lies beyond their horizon', () => {
    const road: Quad = [
      { x: 140, y: 0 },
      { x: 160, y: 0 },
      { x: 300, y: 100 },
      { x: 0, y: 100 },
    ];
    const map = PlaneMap.projective(rectToQuad({ x: 0, y: 0, width: 100, height: 100 }, road));
    expect(map.to({ x: 50, y: 120 })).toBeNull();
    const { height } = map.boundsOf({ x: 0, y: 0, width: 100, height: 500 });
    expect(height).toBeGreaterThan(100);
    expect(height).toBeLessThan(3000);
  });

  it('fit nothing when they cross or dent in', () => {
    const [a, b, c, d] = cornersOf(box);
    expect(isConvex([a, b, c, d])).toBe(true);
    expect(isConvex([b, a, d, c])).toBe(true);
    expect(isConvex([a, c, b, d])).toBe(false);
    expect(isConvex([a, b, { x: 60, y: 20 }, d])).toBe(false);
  });
});

describe('a bend', () => {
  it('that was not bent is the identity, beyond the border too', () => {
    const map = new BendMap(plainBend(4, 3));
    expect(isPlain(plainBend(4, 3))).toBe(true);
    for (const [x, y] of [
      [0.13, 0.9],
      [-0.4, 0.2],
      [1.3, 1.2],
    ] as const) {
      expectAt(map.to({ x, y }), { x, y });
    }
  });

  it('goes through its places and is smooth across the lines between its cells', () => {
    fc.assert(
      fc.property(anyBend, share, (bend, v) => {
        const map = new BendMap(bend);
        expectAt(map.to({ x: 1 / 3, y: 1 / 2 }), bend.points[5] as Point);
        const [left, right] = [1 / 3 - 1e-9, 1 / 3 + 1e-9].map((x) => map.to({ x, y: v }));
        expect(right?.xu).toBeCloseTo(left?.xu ?? 0, 5);
        expect(right?.yu).toBeCloseTo(left?.yu ?? 0, 5);
      }),
    );
  });

  it('is undone by the map back', () => {
    fc.assert(
      fc.property(anyBend, share, share, (bend, x, y) => {
        fc.pre(!foldsOver(bend));
        const map = new BendMap(bend);
        expectAt(map.back(map.to({ x, y })), { x, y });
      }),
    );
  });

  it('that turns some of the picture over is told', () => {
    const plain = plainBend(2, 2);
    const folded = plain.points.map((p, i) => (i === 4 ? { x: 1.6, y: 0.5 } : p));
    expect(foldsOver(plain)).toBe(false);
    expect(foldsOver({ ...plain, points: folded })).toBe(true);
  });
});
