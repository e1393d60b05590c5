import { describe, expect, it } from 'vitest';
import type { ShadowContent } from '../composition';
import { castBounds, castOf, fallTo } from './cast';
import { type Projective, projected, type Quad, rectToQuad } from './projective';

/** A floor that goes away to a horizon at y = 100, 400 wide where it is nearest. */
const FLOOR: Quad = [
  { x: 180, y: 200 },
  { x: 320, y: 200 },
  { x: 500, y: 400 },
  { x: 0, y: 400 },
];
const floor = rectToQuad({ x: 0, y: 0, width: 100, height: 100 }, FLOOR);
const standing = { foot: { x: 250, y: 360 }, height: 120 };

function shadow(change: Partial<ShadowContent> = {}): ShadowContent {
  return {
    ...{
      kind: 'shadow',
      of: 'post',
      falls: 'ground',
      azimuth: 0,
      elevation: 55,
      tilt: 0.4,
      away: 0.3,
    },
    ...{ foot: { x: 0, y: 0 }, height: 120, softness: 0, contact: 0 },
    ...{ colour: { r: 0, g: 0, b: 0, alpha: 1 } },
    ...change,
  };
}

function at(map: Projective, x: number, y: number) {
  const place = projected(map, { x, y });
  if (!place) throw new Error(`${x}, ${y} goes nowhere.`);
  return place;
}

describe('a shadow on a plane in perspective', () => {
  const content = shadow({ azimuth: 340 });
  const [flat, seen] = [castOf(content, standing), castOf(content, standing, floor)];

  it('touches the thing along its foot, and begins there as it would on no plane', () => {
    for (const x of [230, 250, 280]) {
      const { x: there, y } = at(seen.map, x, 360);
      expect(there).toBeCloseTo(x, 6);
      expect(y).toBeCloseTo(360, 6);
    }
    const [one, other] = [at(flat.map, 250, 359.9), at(seen.map, 250, 359.9)];
    expect(other.x).toBeCloseTo(one.x, 2);
    expect(other.y).toBeCloseTo(one.y, 2);
  });

  it('grows narrower and shorter as it goes away, and never comes to the horizon', () => {
    const wide = (y: number) => at(seen.map, 260, y).x - at(seen.map, 240, y).x;
    expect(wide(240)).toBeLessThan(0.9 * wide(360));
    expect(at(seen.map, 250, 240).y).toBeGreaterThan(at(flat.map, 250, 240).y);
    for (const high of [500, 5000, 50_000]) {
      const { y } = projected(seen.map, { x: 250, y: 360 - high }) ?? { y: 101 };
      expect(y).toBeGreaterThan(100);
    }
  });

  it('runs to where lines that run side by side in the plane meet', () => {
    // Whatever two upright lines of the thing there are, their shadows meet at the plane's horizon.
    const [a, b] = [230, 270].map((x) => [at(seen.map, x, 350), at(seen.map, x, 300)] as const) as [
      readonly [{ x: number; y: number }, { x: number; y: number }],
      readonly [{ x: number; y: number }, { x: number; y: number }],
    ];
    const slope = ([p, q]: readonly [{ x: number; y: number }, { x: number; y: number }]) =>
      (q.x - p.x) / (q.y - p.y);
    const y = (b[0].x - a[0].x + slope(a) * a[0].y - slope(b) * b[0].y) / (slope(a) - slope(b));
    const horizon = vanishingHeight();
    expect(y).toBeCloseTo(horizon, 3);
  });

  it('ends in bounds that hold it, also where it comes towards the viewer', () => {
    const thing = { x: 230, y: 240, width: 40, height: 120 };
    for (const elevation of [55, -30]) {
      const cast = castOf(shadow({ elevation }), standing, floor);
      const bounds = castBounds(cast, shadow({ elevation }), thing);
      for (const [x, y] of [
        [230, 360],
        [270, 360],
        [230, 240],
        [270, 240],
      ] as const) {
        const place = projected(cast.map, { x, y });
        if (!place) continue;
        expect(place.x).toBeGreaterThanOrEqual(bounds.x);
        expect(place.x).toBeLessThanOrEqual(bounds.x + bounds.width);
        expect(place.y).toBeGreaterThanOrEqual(bounds.y);
        expect(place.y).toBeLessThanOrEqual(bounds.y + bounds.height);
      }
    }
  });

  it.each([null, floor])('falls where its head is dragged to', (plane) => {
    const to = { x: 215, y: 325 };
    const change = fallTo(content, standing, to, plane);
    const { map } = castOf({ ...content, ...change }, standing, plane);
    const head = at(map, 250, 240);
    expect(head.x).toBeCloseTo(to.x, 3);
    expect(head.y).toBeCloseTo(to.y, 3);
  });

  it('goes on up a wall where the ground ends, without a step', () => {
    for (const plane of [null, floor]) {
      const { map, fold } = castOf(
        shadow({ falls: 'fold', away: 0.2, azimuth: 345 }),
        standing,
        plane,
      );
      if (!fold) throw new Error('There is no fold.');
      expect(fold.y).toBeCloseTo(360 - 24, 6);
      const [ground, wall] = [at(map, 250, 360 - fold.high), at(fold.map, 250, 360 - fold.high)];
      expect(ground.y).toBeCloseTo(fold.y, 6);
      expect(wall.x).toBeCloseTo(ground.x, 6);
      expect(wall.y).toBeCloseTo(ground.y, 6);
      // On the wall it is as wide and high as what it lies on is seen there: upright.
      const higher = at(fold.map, 250, 360 - fold.high - 10);
      expect(higher.x).toBeCloseTo(wall.x, 6);
      expect(higher.y).toBeLessThan(wall.y);
    }
  });

  it('is thrown without a plane where the thing stands beyond its horizon', () => {
    const beyond = { ...standing, foot: { x: 250, y: 60 } };
    expect(castOf(content, beyond, floor)).toEqual(castOf(content, beyond));
  });
});

it('a shadow on a wall is as large as its thing where it begins, and smaller where the wall is farther', () => {
  const wall = rectToQuad({ x: 0, y: 0, width: 100, height: 100 }, [
    { x: 100, y: 0 },
    { x: 400, y: 80 },
    { x: 400, y: 320 },
    { x: 100, y: 400 },
  ]);
  const content = shadow({ falls: 'wall', azimuth: 270, away: 0.4 });
  const { map } = castOf(content, standing, wall);
  const tall = (x: number) => at(map, x, 340).y - at(map, x, 260).y;
  // Where the foot's shadow falls, lengths are those of the thing; from there they follow the wall.
  const foot = at(map, 250, 360);
  expect(foot.x).toBeCloseTo(250 + 0.4 * 120, 6);
  expect(foot.y).toBeCloseTo(360, 6);
  expect(at(map, 250, 359.9).y - foot.y).toBeCloseTo(-0.1, 3);
  expect(tall(290)).toBeLessThan(tall(250));
  expect(tall(210)).toBeGreaterThan(tall(250));
});

/** Where the sides of the floor meet. */
function vanishingHeight(): number {
  const [a, b, c, d] = FLOOR;
  const slope = (p: { x: number; y: number }, q: { x: number; y: number }) =>
    (q.x - p.x) / (q.y - p.y);
  const [left, right] = [slope(a, d), slope(b, c)];
  return (b.x - a.x + left * a.y - right * b.y) / (left - right);
}
