import { expect, it } from 'vitest';
import {
  type Composition,
  laidOut,
  newComposition,
  plainLayer,
  type ShadowContent,
} from '../composition';
import { placedAt } from '../geometry/placement';
import { layerBounds } from '../placing';
import { layIntoPlane, setPlane, setWarp } from '.';
import { perform } from './operation';

const plane = {
  ...{ id: 'floor', name: 'Floor', size: { width: 100, height: 100 } },
  corners: [
    { x: 80, y: 60 },
    { x: 150, y: 60 },
    { x: 260, y: 230 },
    { x: -40, y: 230 },
  ] as const,
};

function scene(falls: ShadowContent['falls']): Composition {
  const size = { width: 40, height: 100 };
  const colour = { r: 20, g: 20, b: 20, alpha: 1 };
  const post = plainLayer(
    ...(['post', 'Post'] as const),
    { kind: 'fill', fill: { by: 'colour', colour }, size },
    placedAt({ x: 100, y: 140 }),
  );
  const content: ShadowContent = {
    ...{ kind: 'shadow', of: 'post', falls, azimuth: 300, elevation: 40, tilt: 0.4, away: 0.4 },
    ...{ foot: { x: 20, y: 100 }, height: 100, softness: 0.2, contact: 0.5, colour },
  };
  const shade = plainLayer('shade', 'Shade', content, placedAt({ x: 0, y: 0 }));
  const laid = laidOut(newComposition('Scene', { width: 240, height: 240 }), [shade, post]);
  return perform(laid, setPlane, { plane }).composition;
}

it('throws a shadow on a plane: it is moved by nothing but how it falls there', () => {
  const before = scene('ground');
  const { composition, entry } = perform(before, layIntoPlane, { layer: 'shade', plane: 'floor' });
  expect(entry?.words).toBe('Threw Shade on Floor');
  const [flat, laid] = [before, composition].map((each) =>
    layerBounds(each, each.layers.shade as never),
  );
  expect(laid).not.toEqual(flat);
  // The end of it that is farthest away is nearer than it would be on no plane: it goes towards the horizon.
  expect(laid?.y).toBeGreaterThan(flat?.y ?? Number.POSITIVE_INFINITY);
  const back = perform(composition, layIntoPlane, { layer: 'shade', plane: null });
  expect(back.composition).toEqual({
    ...before,
    layers: { ...before.layers, shade: { ...before.layers.shade, plane: null } },
  });
});

it('does nothing for a mirror image, and corners nothing for a shadow, and says so', () => {
  expect(() => perform(scene('mirror'), layIntoPlane, { layer: 'shade', plane: 'floor' })).toThrow(
    /mirror image, which follows its thing/,
  );
  const box = { x: 0, y: 0, width: 10, height: 10 };
  const corners = plane.corners;
  expect(() =>
    perform(scene('ground'), setWarp, { layer: 'shade', warp: { box, corners, bend: null } }),
  ).toThrow(/no corner draws out/);
});
