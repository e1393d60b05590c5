import { describe, expect, it } from 'vitest';
import {
  type Composition,
  laidOut,
  newComposition,
  type PaintContent,
  plainLayer,
} from '../composition';
import { transform } from '../geometry/matrix';
import { placedAt } from '../geometry/placement';
import type { Quad } from '../geometry/projective';
import { layerMap, layerMatrix } from '../placing';
import { horizonAt } from '../stance';
import { type CropFrame, cropCanvas } from './crop-canvas';
import { perform } from './operation';
import { setCanvasSize } from './set-canvas-size';

const photo = {
  ...plainLayer(
    'photo',
    'Photo',
    { kind: 'photo', source: 'a'.repeat(64), size: { width: 120, height: 80 } },
    placedAt({ x: 150, y: 90 }),
  ),
};
const coats: PaintContent = {
  kind: 'paint',
  coats: [
    {
      ...{ id: 'c', strokes: 1, tiles: { '0,0': 'b'.repeat(64) } },
      lays: { by: 'taken', from: 'behind', onto: [1, 0, 0, 1, 30, 5], meets: 0 },
    },
  ],
};
const paint = plainLayer('paint', 'Retouch', coats, placedAt({ x: 0, y: 0 }));
const corners: Quad = [
  { x: 40, y: 30 },
  { x: 180, y: 50 },
  { x: 170, y: 140 },
  { x: 50, y: 160 },
];
const scene: Composition = {
  ...laidOut(newComposition('Crop', { width: 300, height: 200 }), [
    photo,
    paint,
    { ...photo, id: 'poster', plane: 'wall' },
  ]),
  planes: { wall: { id: 'wall', name: 'Wall', corners, size: { width: 130, height: 110 } } },
  horizon: { y: 60, tilt: 3 },
  guides: [
    { axis: 'x', at: 100 },
    { axis: 'y', at: 50 },
  ],
};

const cropped = (frame: CropFrame) => perform(scene, cropCanvas, { frame }).composition;

/** Where a place of the scene lies after a crop, found from the photograph. */
function moved(after: Composition, place: { x: number; y: number }) {
  const back = layerMatrix(scene, photo);
  const inside = { x: place.x - back[4], y: place.y - back[5] };
  const layer = after.layers.photo;
  if (!layer) throw new Error('It is there.');
  return transform(layerMatrix(after, layer), inside);
}

describe('cropCanvas', () => {
  it('keeps everything where it was in the picture, in whole pixels where nothing is turned', () => {
    const after = cropped({ x: 20.2, y: 9.8, width: 200, height: 150.4, turn: 0 });
    expect(after.canvas).toMatchObject({ width: 200, height: 150 });
    expect(after.layers.photo?.placement).toMatchObject({ x: 130, y: 80, turn: 0 });
    expect(after.guides).toEqual([
      { axis: 'x', at: 80 },
      { axis: 'y', at: 40 },
    ]);
    // What is cloned is taken from where it was, seen from the new corner.
    expect(after.layers.paint?.content).toMatchObject({
      coats: [{ lays: { onto: [1, 0, 0, 1, 10, -5] } }],
    });
  });

  it('turns the scene under the frame: the middle of the frame is the middle of the canvas', () => {
    const frame = { x: 60, y: 20, width: 160, height: 120, turn: 30 };
    const after = cropped(frame);
    const middle = moved(after, { x: 140, y: 80 });
    expect([middle.x, middle.y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([80, 60]);
    expect(after.layers.photo?.placement.turn).toBeCloseTo(-30, 9);
    // What stood up along the frame stands upright now.
    const above = moved(after, {
      x: 140 + 40 * Math.sin(Math.PI / 6),
      y: 80 - 40 * Math.cos(Math.PI / 6),
    });
    expect(above.x).toBeCloseTo(80, 9);
    expect(above.y).toBeCloseTo(20, 9);
  });

  it('takes planes with what lies in them along, and the horizon', () => {
    const after = cropped({ x: 60, y: 20, width: 160, height: 120, turn: 12 });
    const [was, is] = [scene, after].map((at) => {
      const poster = at.layers.poster;
      return poster && layerMap(at, poster).to({ x: 25, y: 60 });
    });
    if (!was || !is) throw new Error('The poster is seen.');
    const there = moved(after, was);
    expect(is.x).toBeCloseTo(there.x, 6);
    expect(is.y).toBeCloseTo(there.y, 6);
    const far = moved(after, { x: 250, y: horizonAt(scene, 250) ?? 0 });
    expect(horizonAt(after, far.x)).toBeCloseTo(far.y, 6);
    // Guides that would lean are gone.
    expect(after.guides).toEqual([]);
  });

  it('reaches beyond the canvas, and refuses an empty frame and too large a one', () => {
    const after = cropped({ x: -50, y: -40, width: 400, height: 300, turn: 0 });
    expect(after.layers.photo?.placement).toMatchObject({ x: 200, y: 130 });
    expect(() => cropped({ x: 0, y: 0, width: 0.2, height: 50, turn: 0 })).toThrow(/empty/);
    expect(() => cropped({ x: 0, y: 0, width: 40_000, height: 5, turn: 0 })).toThrow(/at most/);
  });
});

describe('setCanvasSize', () => {
  it('takes planes, guides and what is cloned along', () => {
    const after = perform(scene, setCanvasSize, { width: 340, height: 260 }).composition;
    expect(after.planes?.wall?.corners[0]).toEqual({ x: 60, y: 60 });
    expect(after.guides?.[0]).toEqual({ axis: 'x', at: 120 });
    expect(horizonAt(after, 170)).toBeCloseTo(90, 9);
  });
});
