import { describe, expect, it } from 'vitest';
import { type Composition, type Layer, laidOut, newComposition, plainLayer } from './composition';
import { transform } from './geometry/matrix';
import { placedAt } from './geometry/placement';
import { layerMatrix } from './placing';
import { cameraHeight, eyeOfHeights, horizonAt, stanceOf, standingOf, stoodAt } from './stance';

/** A camera that looks level from a height: where a place on a wall so far away, so high, is seen. */
function seen(
  camera: { focal: number; height: number; middle: number },
  far: number,
  high: number,
) {
  return camera.middle + (camera.focal * (camera.height - high)) / far;
}

/** The studio in which a figure was photographed, and the scene that it is to stand in. */
const STUDIO = { focal: 1800, height: 1.35, middle: 700 };
const SCENE = { focal: 900, height: 1.7, middle: 420 };
const FIGURE = 1.62;

function figure(): { composition: Composition; layer: Layer } {
  const layer: Layer = plainLayer(
    'f',
    'Figure',
    { kind: 'photo', source: 'a'.repeat(64), size: { width: 600, height: 1400 } },
    placedAt({ x: 300, y: 300 }),
  );
  const empty = newComposition('Scene', { width: 1200, height: 900 });
  const horizon = { y: SCENE.middle, tilt: 0 };
  return { composition: { ...laidOut(empty, [layer]), horizon }, layer };
}

describe('standing a figure in a scene', () => {
  it.each([3, 6, 14])('at %s metres gives it its true height', (far) => {
    const { composition, layer } = figure();
    const [foot, top] = [seen(STUDIO, 4, 0), seen(STUDIO, 4, FIGURE)];
    // Of the studio its horizon is known; the scene's camera stood higher, so the ground is told by the heights.
    const own = eyeOfHeights({ x: 300, y: foot }, top, { height: FIGURE, camera: SCENE.height });
    const stance = { foot: { x: 300, y: foot }, eye: own };
    const standing = { ...layer, stance };
    const ground = { x: 700, y: seen(SCENE, far, 0) };
    const placement = stoodAt(composition, standing, ground);
    expect(placement).not.toBeNull();
    const matrix = layerMatrix(composition, { ...standing, ...(placement && { placement }) });
    const shown = transform(matrix, { x: 300, y: top });
    const height = ground.y - shown.y;
    const truth = (SCENE.focal * FIGURE) / far;
    expect(Math.abs(height / truth - 1)).toBeLessThan(0.02);
    expect(transform(matrix, stance.foot).x).toBeCloseTo(700, 6);
  });

  it('puts its eye level on a horizon that is tilted', () => {
    const { composition, layer } = figure();
    const tilted = { ...composition, horizon: { y: 400, tilt: 5 } };
    const placement = stoodAt(tilted, layer, { x: 900, y: 800 });
    const matrix = layerMatrix(tilted, { ...layer, ...(placement && { placement }) });
    const { foot, eye } = stanceOf(tilted, layer);
    const shown = transform(matrix, { x: foot.x, y: eye });
    expect(shown.y).toBeCloseTo(horizonAt(tilted, shown.x) ?? 0, 6);
  });

  it('is told how far off it stands, and how much larger it would be there', () => {
    const { composition, layer } = figure();
    const known = { ...layer, stance: stanceOf(composition, layer) };
    const told = standingOf(composition, known);
    // Its picture is 1400 high from -400 on: its foot at 1000, its eye level 92 % above that.
    expect(told?.off).toBeCloseTo(1000 - 0.92 * 1400 - SCENE.middle, 6);
    expect(told?.times).toBeCloseTo((1000 - SCENE.middle) / (0.92 * 1400), 6);
    const placement = stoodAt(composition, known, { x: 300, y: 1000 });
    const stood = { ...known, ...(placement && { placement }) };
    expect(standingOf(composition, stood)?.off).toBeCloseTo(0, 6);
    expect(standingOf(composition, layer)).toBeNull();
    expect(standingOf({ ...composition, horizon: null }, known)).toBeNull();
  });

  it('is refused above the horizon, and without one', () => {
    const { composition, layer } = figure();
    expect(stoodAt(composition, layer, { x: 500, y: 300 })).toBeNull();
    expect(stoodAt({ ...composition, horizon: null }, layer, { x: 500, y: 800 })).toBeNull();
  });
});

describe('measuring a thing of known height', () => {
  it.each([2, 5, 20])('at %s metres tells how high the camera stood', (far) => {
    const { composition } = figure();
    const [foot, top] = [seen(SCENE, far, 0), seen(SCENE, far, 0.9)];
    const thing = { foot: { x: 500, y: foot }, top: { x: 500, y: top }, height: 0.9 };
    expect(cameraHeight(composition, thing)).toBeCloseTo(SCENE.height, 9);
  });

  it('tells nothing of what stands above the horizon or upside down', () => {
    const { composition } = figure();
    const thing = { foot: { x: 500, y: 300 }, top: { x: 500, y: 200 }, height: 1 };
    expect(cameraHeight(composition, thing)).toBeNull();
    expect(
      cameraHeight(composition, { ...thing, foot: { x: 5, y: 600 }, top: { x: 5, y: 700 } }),
    ).toBeNull();
    expect(cameraHeight({ ...composition, horizon: null }, thing)).toBeNull();
  });
});
