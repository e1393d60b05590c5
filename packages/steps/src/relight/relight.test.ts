import type { FloatImage } from '@diplex/imaging';
import { inScratch, scratchFloats } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { PointComputation } from '../computation';
import { startValues } from '../definition';
import { runPoints } from '../run-points';
import { computeRelight } from './compute';
import { relight } from './definition';
import { inflatedNormals } from './inflated-normals';
import { shapeAndShading } from './shape-and-shading';

const SIDE = 80;

/** A disc, with a bump on it that is lit from the left: light on its left side and dark on its right. */
const thing = {
  ...{ width: SIDE, height: SIDE },
  data: Float32Array.from({ length: SIDE * SIDE }, (_, p) =>
    Math.hypot((p % SIDE) - 40, Math.floor(p / SIDE) - 40) < 34 ? 1 : 0,
  ),
};
const [LIT, SHADED, FLAT] = [
  [36, 40],
  [44, 40],
  [40, 20],
] as const;

function picture(): FloatImage {
  const data = new Float32Array(SIDE * SIDE * 4);
  for (let p = 0; p < SIDE * SIDE; p++) {
    const [x, y] = [(p % SIDE) - 40, Math.floor(p / SIDE) - 40];
    const bump = Math.hypot(x, y) < 8 ? -0.06 * Math.sign(x) : 0;
    const alpha = thing.data[p] as number;
    data.set(
      [0.2 + bump, 0.2 + bump, 0.2 + bump, 1].map((value) => value * alpha),
      p * 4,
    );
  }
  return { width: SIDE, height: SIDE, data };
}

/** Gains at a place of what the light of a step does to it. */
function gain(values: object, [x, y]: readonly [number, number]): number {
  const compute = computeRelight as PointComputation<object>;
  const place = { x: 0, y: 0, width: SIDE, height: SIDE };
  const data = shapeAndShading(thing, picture(), 'light');
  const measured = { width: SIDE, height: SIDE, data, place };
  const operations = compute.prepare({ ...startValues(relight), ...values }, measured);
  return inScratch(() => {
    const lit = scratchFloats(SIDE * SIDE * 4);
    for (let i = 0; i < lit.length; i += 4) lit.set([0.2, 0.2, 0.2, 1], i);
    const step = { operations, amount: 1, blending: 'normal' as const, mask: null };
    runPoints(lit, SIDE, [step], 'light', (row) => ({
      ...{ u: 0, v: 0, du: 0, dv: 0, aspect: 1, first: 0, row, scale: 1 },
    }));
    return (lit[(y * SIDE + x) * 4] as number) / 0.2;
  });
}

describe('the shading of a thing', () => {
  it('tells what is lighter or darker than around it, beside the shape of its outline', () => {
    const told = shapeAndShading(thing, picture(), 'light');
    const at = (place: readonly [number, number], k: number) =>
      told[(place[1] * SIDE + place[0]) * 4 + k] as number;
    expect(at(LIT, 2)).toBeGreaterThan(0.15);
    expect(at(SHADED, 2)).toBeLessThan(-0.15);
    expect(Math.abs(at(FLAT, 2))).toBeLessThan(0.03);
    const normals = inflatedNormals(thing);
    for (const k of [0, 1, 3]) {
      expect(at(FLAT, k)).toBe(normals[(FLAT[1] * SIDE + FLAT[0]) * 4 + k] as number);
    }
  });

  it('is followed by light from the side that it came from, and turned round from the other', () => {
    const own = { strength: 1, elevation: 0, ownAzimuth: 270, follow: 1 };
    const beside = (azimuth: number, follow: number) =>
      gain({ ...own, azimuth, follow }, LIT) / gain({ ...own, azimuth, follow }, SHADED);
    expect(beside(270, 1)).toBeGreaterThan(1.15 * beside(270, 0));
    expect(beside(90, 1)).toBeLessThan(beside(90, 0) / 1.15);
    expect(gain({ ...own, azimuth: 270 }, FLAT)).toBeCloseTo(
      gain({ ...own, azimuth: 270, follow: 0 }, FLAT),
      1,
    );
  });
});
