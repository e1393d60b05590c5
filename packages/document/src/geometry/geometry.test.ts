import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, invert, type Matrix, multiply, rotation, transform } from './matrix';
import { placedAt, placementMatrix, scaleToCanvas } from './placement';
import { boundsAfter, growRect, intersectRects, isEmpty, roundOut, uniteRects } from './rect';

const number = fc.double({ min: -500, max: 500, noNaN: true });
const size = { width: 300, height: 200 };
const placement = fc.record({
  ...{ x: number, y: number },
  scaleX: fc.double({ min: 0.05, max: 8, noNaN: true }),
  scaleY: fc.double({ min: 0.05, max: 8, noNaN: true }),
  turn: fc.double({ min: -360, max: 360, noNaN: true }),
  ...{ mirrorAcross: fc.boolean(), mirrorDown: fc.boolean() },
});
const rect = fc.record({
  ...{ x: number, y: number },
  width: fc.double({ min: 1, max: 300, noNaN: true }),
  height: fc.double({ min: 1, max: 300, noNaN: true }),
});

function expectMatrix(got: Matrix, wanted: Matrix): void {
  got.forEach((value, i) => {
    expect(value).toBeCloseTo(wanted[i] ?? Number.NaN, 6);
  });
}

describe('matrices', () => {
  it('undo what they do', () => {
    fc.assert(
      fc.property(placement, (each) => {
        const m = placementMatrix(each, size);
        expectMatrix(multiply(invert(m), m), IDENTITY);
      }),
    );
  });

  it('turn by quarters without rounding', () => {
    expect(rotation(90)).toEqual([0, 1, -1, 0, 0, 0]);
    expect(rotation(-90)).toEqual(rotation(270));
    expect(rotation(720)).toEqual(IDENTITY);
    expect(transform(rotation(90), { x: 1, y: 0 })).toEqual({ x: 0, y: 1 });
  });

  it('cannot be turned back when they flatten the plane', () => {
    expect(() => invert([1, 2, 2, 4, 0, 0])).toThrow(RangeError);
  });
});

describe('placements', () => {
  it('keep the centre where it is said to be', () => {
    fc.assert(
      fc.property(placement, (each) => {
        const centre = transform(placementMatrix(each, size), { x: 150, y: 100 });
        expect(centre.x).toBeCloseTo(each.x, 6);
        expect(centre.y).toBeCloseTo(each.y, 6);
      }),
    );
  });

  it('mirror before they turn', () => {
    const mirrored = { ...placedAt({ x: 0, y: 0 }), mirrorAcross: true, turn: 90 };
    // The right edge comes to the left, and from there up.
    const edge = transform(placementMatrix(mirrored, size), { x: 300, y: 100 });
    expect(edge.x).toBeCloseTo(0, 9);
    expect(edge.y).toBeCloseTo(-150, 9);
  });

  it('fit inside the canvas and fill it, at any turn', () => {
    fc.assert(
      fc.property(fc.double({ min: -180, max: 180, noNaN: true }), (turn) => {
        const canvas = { width: 640, height: 480 };
        const at = (way: 'fit' | 'fill') => {
          const scale = scaleToCanvas(way, size, canvas, turn);
          const centred = placedAt({ x: 320, y: 240 });
          return placementMatrix({ ...centred, scaleX: scale, scaleY: scale, turn }, size);
        };
        const fitted = boundsAfter(at('fit'), { x: 0, y: 0, ...size });
        expect(fitted.width).toBeLessThanOrEqual(640.001);
        expect(fitted.height).toBeLessThanOrEqual(480.001);
        const touches = Math.max(fitted.width / 640, fitted.height / 480);
        expect(touches).toBeCloseTo(1, 6);
        const seen = boundsAfter(invert(at('fill')), { x: 0, y: 0, ...canvas });
        expect(seen.width).toBeLessThanOrEqual(300.001);
        expect(seen.height).toBeLessThanOrEqual(200.001);
        expect(Math.max(seen.width / 300, seen.height / 200)).toBeCloseTo(1, 6);
      }),
    );
  });
});

describe('rectangles', () => {
  it('lie in what they are united to, and hold what they have in common', () => {
    fc.assert(
      fc.property(rect, rect, (a, b) => {
        const both = uniteRects(a, b);
        for (const each of [a, b]) {
          const inside = intersectRects(both, each);
          expect(inside.width).toBeCloseTo(each.width, 6);
          expect(inside.height).toBeCloseTo(each.height, 6);
        }
        const common = intersectRects(a, b);
        if (!isEmpty(common)) {
          expect(common.width).toBeLessThanOrEqual(Math.min(a.width, b.width) + 1e-9);
        }
        expect(uniteRects(a, { x: 9, y: 9, width: 0, height: 5 })).toEqual(a);
      }),
    );
  });

  it('round outwards and grow on every side', () => {
    expect(roundOut({ x: 0.5, y: -0.5, width: 1, height: 1 })).toEqual({
      ...{ x: 0, y: -1, width: 2, height: 2 },
    });
    expect(growRect({ x: 5, y: 5, width: 2, height: 3 }, 1)).toEqual({
      ...{ x: 4, y: 4, width: 4, height: 5 },
    });
  });
});
