import { describe, expect, it } from 'vitest';
import { type Composition, type Layer, laidOut, newComposition, plainLayer } from './composition';
import { FITTINGS, type Fitting, placementFitting } from './fitting';
import { placedAt } from './geometry/placement';
import { groupLayers } from './operations/group-layers';
import { perform } from './operations/operation';
import { layerBounds } from './placing';
import { planeRect } from './warping';

const CANVAS = { width: 300, height: 200 };

const photo = (width: number, height: number): Layer =>
  plainLayer(
    'p',
    'Photo',
    { kind: 'photo', source: 'a'.repeat(64), size: { width, height } },
    { ...placedAt({ x: 40, y: 150 }), scaleX: 0.5, scaleY: 0.5 },
  );

/** The bounds of a layer on the canvas after a fitting. */
function fitted(composition: Composition, layer: Layer, way: Fitting) {
  const placement = placementFitting(composition, layer, way);
  expect(placement).not.toBeNull();
  const placed = { ...layer, ...(placement && { placement }) };
  return layerBounds(
    { ...composition, layers: { ...composition.layers, [layer.id]: placed } },
    placed,
  );
}

const scene = (layer: Layer) => laidOut(newComposition('Fitting', CANVAS), [layer]);

describe('fitting a layer', () => {
  it('into the canvas shows all of it, as large as can be, in the middle', () => {
    const wide = photo(400, 100);
    expect(fitted(scene(wide), wide, 'fit')).toEqual({ x: 0, y: 62.5, width: 300, height: 75 });
  });

  it('fills the canvas, and leaves nothing of it bare, turned as it is', () => {
    const wide = photo(400, 100);
    expect(fitted(scene(wide), wide, 'fill')).toEqual({ x: -250, y: 0, width: 800, height: 200 });
    const turned = { ...wide, placement: { ...wide.placement, turn: 90 } };
    const bounds = fitted(scene(turned), turned, 'fill');
    expect(bounds.width).toBeCloseTo(300, 6);
    expect(bounds.height).toBeCloseTo(1200, 6);
  });

  it('only moves it to the middle where that is all that is asked for', () => {
    const wide = photo(400, 100);
    const bounds = fitted(scene(wide), wide, 'centre');
    expect(bounds).toEqual({ x: 50, y: 75, width: 200, height: 50 });
  });

  it('goes by the plane that it lies in, not by the canvas', () => {
    const corners = [
      { x: 20, y: 30 },
      { x: 220, y: 60 },
      { x: 220, y: 120 },
      { x: 20, y: 150 },
    ] as const;
    const wall = { id: 'w', name: 'Wall', corners, size: { width: 210, height: 90 } };
    const layer = { ...photo(210, 90), plane: 'w' };
    const composition = { ...scene(layer), planes: { w: wall } };
    // Of the plane's own proportions it fills it to its corners, whichever way.
    for (const way of ['fit', 'fill'] as const) {
      const bounds = fitted(composition, layer, way);
      expect(bounds.x).toBeCloseTo(20, 6);
      expect(bounds.y).toBeCloseTo(30, 6);
      expect(bounds.width).toBeCloseTo(200, 6);
      expect(bounds.height).toBeCloseTo(120, 6);
    }
    const centred = placementFitting(composition, layer, 'centre');
    const { x, y, width, height } = planeRect(wall);
    expect([centred?.x, centred?.y]).toEqual([x + width / 2, y + height / 2]);
    // Laid flat for now it goes by the canvas again.
    const flat = { ...layer, laidFlat: true };
    expect(placementFitting({ ...composition, layers: { p: flat } }, flat, 'centre')?.x).toBe(150);
  });

  it('takes a group by all that is in it, and leaves one alone that is empty', () => {
    const wide = photo(400, 100);
    const args = { layers: ['p'], group: 'g', name: 'Group' };
    const grouped = perform(scene(wide), groupLayers, args).composition;
    const group = grouped.layers.g as Layer;
    const bounds = fitted(grouped, group, 'fit');
    expect(bounds.width).toBeCloseTo(300, 6);
    expect(bounds.x).toBeCloseTo(0, 6);
    const empty = plainLayer(
      'e',
      'Empty',
      { kind: 'group', children: [], mixing: 'isolated' },
      placedAt({ x: 0, y: 0 }),
    );
    for (const way of FITTINGS) expect(placementFitting(scene(empty), empty, way)).toBeNull();
  });
});
