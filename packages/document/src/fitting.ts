import type { Composition, Layer } from './composition';
import { hasExtent } from './composition';
import { multiply, scaling, translation } from './geometry/matrix';
import { type Placement, placementOf, scaleToCanvas } from './geometry/placement';
import type { Rect } from './geometry/rect';
import { contentBounds, layerBounds, placementAfter } from './placing';
import { groupOf } from './tree';
import { ownMap, ownMatrix, placedSize, planeOf, planeRect } from './warping';

/** How a layer comes to lie in the canvas, or in the plane that it lies in. */
export const FITTINGS = ['fit', 'fill', 'centre'] as const;
export type Fitting = (typeof FITTINGS)[number];

/** From one rectangle to the middle of another, scaled so that it fits into it or fills it. */
function stepBetween(way: Fitting, from: Rect, to: Rect) {
  const by = way === 'centre' ? 1 : scaleToCanvas(way, from, to, 0);
  const back = translation(-from.x - from.width / 2, -from.y - from.height / 2);
  const forth = translation(to.x + to.width / 2, to.y + to.height / 2);
  return multiply(forth, multiply(scaling(by, by), back));
}

/** The placement with which a layer fits into its plane or the canvas, fills it, or lies in its middle; null for nothing. */
export function placementFitting(
  composition: Composition,
  layer: Layer,
  way: Fitting,
): Placement | null {
  const { canvas } = composition;
  const plane = layer.laidFlat ? undefined : planeOf(composition, layer);
  if (plane) {
    const bounds = ownMap(composition, { ...layer, plane: null }).boundsOf(
      contentBounds(composition, layer),
    );
    if (bounds.width === 0) return null;
    const step = stepBetween(way, bounds, planeRect(plane));
    return placementOf(multiply(step, ownMatrix(layer)), placedSize(layer), layer.placement);
  }
  const { placement } = layer;
  // A turned picture fills the canvas by its own sides, which its upright bounds do not tell.
  if (way !== 'centre' && hasExtent(layer) && !groupOf(composition, layer.id) && !layer.warp) {
    const scale = scaleToCanvas(way, layer.content.size, canvas, placement.turn);
    const middle = { x: canvas.width / 2, y: canvas.height / 2 };
    return { ...placement, ...middle, scaleX: scale, scaleY: scale };
  }
  const bounds = layerBounds(composition, layer);
  if (bounds.width === 0) return null;
  const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return placementAfter(composition, layer, stepBetween(way, bounds, whole));
}
