import type { Layer } from './composition';
import { IDENTITY, type Matrix, multiply } from './geometry/matrix';
import { placementMatrix } from './geometry/placement';
import { boundsAfter, type Rect } from './geometry/rect';

/** From the layer's own pixels to composition pixels. */
export function layerMatrix(layer: Layer): Matrix {
  return placementMatrix(layer.placement, layer.size);
}

/** From the pixels of the layer's mask to composition pixels; the layer's own map when it has no mask yet. */
export function maskMatrix(layer: Layer): Matrix {
  const use = layer.maskUse;
  if (!use) return layerMatrix(layer);
  return use.linked ? multiply(layerMatrix(layer), use.lies) : use.lies;
}

/** How a new mask lies on its layer: its pixels are the layer's pixels. */
export const NEW_MASK_LIES: Matrix = IDENTITY;

/** The upright bounds of the layer's pixels on the canvas. */
export function layerBounds(layer: Layer): Rect {
  return boundsAfter(layerMatrix(layer), { x: 0, y: 0, ...layer.size });
}
