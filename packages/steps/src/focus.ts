import {
  type Composition,
  isGlass,
  isShadow,
  type Layer,
  layerById,
  type PlaneOfFocus,
} from '@diplex/document';

/** The name of the step that brings a layer out of focus; one of another name is nobody's but the retoucher's. */
export const FOCUS_STEP = { kind: 'lens-blur', name: 'Out of focus' } as const;

/** The layers that have a distance: those that are in no group and have something of their own, far to near. */
export function layersWithDistance(composition: Composition): Layer[] {
  return composition.root.flatMap((id) => {
    const layer = layerById(composition, id);
    return layer && !isGlass(layer) && !isShadow(layer) ? [layer] : [];
  });
}

/** How far from the camera a layer is, 0 to 1: as it was said, or by its place in depth. */
export function distanceOf(composition: Composition, layer: Layer): number {
  if (layer.distance !== null && layer.distance !== undefined) return layer.distance;
  const layers = layersWithDistance(composition);
  const at = layers.findIndex(({ id }) => id === layer.id);
  if (at < 0 || layers.length < 2) return 0;
  return 1 - at / (layers.length - 1);
}

/** The radius to which a point at a distance grows, in composition pixels. */
export function radiusAt({ at, clear, radius }: PlaneOfFocus, distance: number): number {
  return radius * Math.max(0, Math.abs(distance - at) - clear);
}
