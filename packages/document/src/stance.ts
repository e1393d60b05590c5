import type { Composition, Layer, Stance } from './composition';
import { multiply, type Point, scaling, transform, translation } from './geometry/matrix';
import type { Placement } from './geometry/placement';
import { contentBounds, layerMatrix, placementAfter } from './placing';

/** Of the height of a thing, so much lies below the eye level of a camera held by someone who stands beside it. */
export const EYES = 0.92;

/** A layer's stance; until it is known the middle of its lower edge is its foot, and its camera stood at eye height. */
export function stanceOf(composition: Composition, layer: Layer): Stance {
  if (layer.stance) return layer.stance;
  const { x, y, width, height } = contentBounds(composition, layer);
  return { foot: { x: x + width / 2, y: y + height }, eye: y + height * (1 - EYES) };
}

/** Where the foot of a layer, and the place at eye level above it, lie on the canvas. */
export function stanceShown(composition: Composition, layer: Layer): { foot: Point; eye: Point } {
  const { foot, eye } = stanceOf(composition, layer);
  const matrix = layerMatrix(composition, layer);
  return { foot: transform(matrix, foot), eye: transform(matrix, { x: foot.x, y: eye }) };
}

/** The eye level of a thing of a height whose photograph was taken from another, both from the ground it stands on. */
export function eyeOfHeights(
  foot: Point,
  top: number,
  { height, camera }: { readonly height: number; readonly camera: number },
): number {
  return foot.y + ((top - foot.y) * camera) / height;
}

/** How high the horizon lies at a place across, in composition pixels. */
export function horizonAt({ canvas, horizon }: Composition, x: number): number | null {
  if (!horizon) return null;
  return horizon.y + (x - canvas.width / 2) * Math.tan((horizon.tilt * Math.PI) / 180);
}

/** A layer's foot on the same ground as the scene must lie below its horizon by so many pixels at least. */
const LEAST_BELOW = 1;

/**
 * A layer's placement so that its foot lies at a place and its own eye level on the scene's horizon: whatever stands
 * on one level ground and is seen by one camera is cut by the horizon at the height of the camera, so things of that
 * height reach up to it at any distance. Null where there is no horizon, or the foot does not lie on the ground side
 * of it that its own eye level says.
 */
export function stoodAt(composition: Composition, layer: Layer, foot: Point): Placement | null {
  const shown = stanceShown(composition, layer);
  const way = { x: shown.eye.x - shown.foot.x, y: shown.eye.y - shown.foot.y };
  const at = horizonAt(composition, foot.x);
  const tilt = composition.horizon?.tilt;
  if (at === null || tilt === undefined) return null;
  // Along the way from the foot to the eye level the horizon is met after this many of its lengths.
  const fall = Math.tan((tilt * Math.PI) / 180);
  const by = (at - foot.y) / (way.y - fall * way.x);
  if (!Number.isFinite(by) || by <= 0 || Math.abs(at - foot.y) < LEAST_BELOW) return null;
  const step = multiply(
    translation(foot.x, foot.y),
    multiply(scaling(by, by), translation(-shown.foot.x, -shown.foot.y)),
  );
  return placementAfter(composition, layer, step);
}

/** Something of a known height that stands on the ground of a scene, on the canvas. */
export interface KnownHeight {
  readonly foot: Point;
  readonly top: Point;
  /** In metres. */
  readonly height: number;
}

/**
 * How high the camera of a scene stood, by a thing of known height on its ground: the horizon cuts that thing at the height
 * of the camera. Null where there is no horizon, or the thing does not stand below it with its foot.
 */
export function cameraHeight(
  composition: Composition,
  { foot, top, height }: KnownHeight,
): number | null {
  const at = horizonAt(composition, foot.x);
  if (at === null || foot.y - at < LEAST_BELOW || foot.y - top.y < LEAST_BELOW) return null;
  return (height * (foot.y - at)) / (foot.y - top.y);
}

/** How a thing that is known to have been photographed standing stands in a scene whose horizon is known. */
export interface StandingTold {
  /** By how many composition pixels its own eye level lies below the scene's horizon; above it below 0. */
  readonly off: number;
  /** How much larger it would have to be about its foot to stand on the scene's ground; null where it cannot stand there. */
  readonly times: number | null;
}

/** How a layer stands in its scene; null where its stance or the horizon is not known. */
export function standingOf(composition: Composition, layer: Layer): StandingTold | null {
  if (!layer.stance) return null;
  const { foot, eye } = stanceShown(composition, layer);
  const at = horizonAt(composition, eye.x);
  if (at === null) return null;
  const placement = stoodAt(composition, layer, foot);
  return { off: eye.y - at, times: placement && placement.scaleX / layer.placement.scaleX };
}
