import { type Composition, isShadow, type Layer, type ScenePlane } from './composition';
import type { Matrix, Point } from './geometry/matrix';
import { placementMatrix, type Size } from './geometry/placement';
import { PlaneMap } from './geometry/plane-map';
import { cornersOf, type Projective, type Quad, rectToQuad } from './geometry/projective';
import type { Rect } from './geometry/rect';

/** A group counts from its own corner, and a glass from that of what it lies in. */
const NO_SIZE: Size = { width: 0, height: 0 };

/** The extent that a layer's placement is counted by. */
export function placedSize({ content }: Layer): Size {
  return ('size' in content ? content.size : undefined) ?? NO_SIZE;
}

/** From a layer's own pixels to those of the group that it is in, or of the composition, if it lay flat. */
export function ownMatrix(layer: Layer): Matrix {
  return placementMatrix(layer.placement, placedSize(layer));
}

const NOTHING = PlaneMap.of([1, 0, 0, 1, 0, 0]);

/** Whether a layer itself is bent or lies in a plane. A shadow falls on its plane: it is thrown there, not laid into it. */
export function bendsItself(layer: Layer): boolean {
  return !layer.laidFlat && !isShadow(layer) && Boolean(layer.warp || layer.plane);
}

/** Whether there is anything of a layer that a plane could hold: a glass lies over all, a mirror image faces the viewer. */
export function holdsInPlane({ content }: Layer): boolean {
  return content.kind !== 'glass' && !(content.kind === 'shadow' && content.falls === 'mirror');
}

/** The bend and the corners of a layer, in its own pixels. */
function warpMap({ warp }: Layer): PlaneMap {
  if (!warp) return NOTHING;
  const { box, corners, bend } = warp;
  const { x, y, width, height } = box;
  const quad = corners ?? cornersOf(box);
  const toShares = PlaneMap.of([1 / width, 0, 0, 1 / height, -x / width, -y / height]);
  const square: Rect = { x: 0, y: 0, width: 1, height: 1 };
  const back = PlaneMap.projective(rectToQuad(square, quad));
  if (!bend) return toShares.followedBy(back);
  return toShares.followedBy(PlaneMap.bend(bend)).followedBy(back);
}

/** The plane's own extent where it lies before it is seen in perspective: about the middle of its corners. */
export function planeRect({ corners, size }: ScenePlane): Rect {
  const mean = (of: (p: Point) => number) => corners.reduce((sum, p) => sum + of(p), 0) / 4;
  const { width, height } = size;
  return { x: mean((p) => p.x) - width / 2, y: mean((p) => p.y) - height / 2, width, height };
}

/** From a plane's own pixels to what it is seen in. */
export function planeMap(plane: ScenePlane): PlaneMap {
  return PlaneMap.projective(rectToQuad(planeRect(plane), plane.corners));
}

/** The size of a plane whose corners are given: the mean lengths of its sides. */
export function planeSize([a, b, c, d]: Quad): { width: number; height: number } {
  const far = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y);
  return {
    width: Math.max(1, (far(a, b) + far(d, c)) / 2),
    height: Math.max(1, (far(a, d) + far(b, c)) / 2),
  };
}

/** The plane that a layer is laid into. */
export function planeOf(composition: Composition, layer: Layer): ScenePlane | undefined {
  return layer.plane ? composition.planes?.[layer.plane] : undefined;
}

/** From the pixels of the plane that a layer lies in, or falls on, to the composition's; null where there is none. */
export function planeProjective(composition: Composition, layer: Layer): Projective | null {
  const plane = planeOf(composition, layer);
  return plane ? rectToQuad(planeRect(plane), plane.corners) : null;
}

/** From a layer's own pixels to those of what it lies in. */
export function ownMap(composition: Composition, layer: Layer): PlaneMap {
  const placed = PlaneMap.of(ownMatrix(layer));
  if (!bendsItself(layer)) return placed;
  const warped = layer.warp ? warpMap(layer).followedBy(placed) : placed;
  const plane = planeOf(composition, layer);
  return plane ? warped.followedBy(planeMap(plane)) : warped;
}
