import type { Composition, Layer, Warp } from './composition';
import { type Bend, BendMap, plainBend } from './geometry/bend';
import { multiply, type Point, scaling, transform, translation } from './geometry/matrix';
import { type Placement, placementOf } from './geometry/placement';
import { PlaneMap } from './geometry/plane-map';
import { cornersOf, type Quad, rectToQuad } from './geometry/projective';
import { contentBounds, layerMap } from './placing';
import { groupOf } from './tree';
import { ownMatrix, placedSize, planeMap, planeOf } from './warping';

const SQUARE = { x: 0, y: 0, width: 1, height: 1 };

/** From what a layer's placement leads to (its plane, its group, the composition) to composition pixels. */
export function placedInto(composition: Composition, layer: Layer): PlaneMap {
  const group = groupOf(composition, layer.id);
  const around = group ? layerMap(composition, group) : PlaneMap.of([1, 0, 0, 1, 0, 0]);
  const plane = layer.laidFlat ? undefined : planeOf(composition, layer);
  return plane ? planeMap(plane).followedBy(around) : around;
}

/** From a layer's own pixels, after it was bent and drawn out, to composition pixels. */
function afterWarp(composition: Composition, layer: Layer): PlaneMap {
  return PlaneMap.of(ownMatrix(layer)).followedBy(placedInto(composition, layer));
}

/** A layer's warp, or one that changes nothing of all that is in it. */
export function warpOf(composition: Composition, layer: Layer): Warp {
  return layer.warp ?? { box: contentBounds(composition, layer) };
}

function cornersIn({ box, corners }: Warp): Quad {
  return corners ?? cornersOf(box);
}

/** Where the corners of a layer lie, in composition pixels. */
export function cornersShown(composition: Composition, layer: Layer): readonly Point[] {
  const map = afterWarp(composition, layer);
  return cornersIn(warpOf(composition, layer)).flatMap((corner) => map.to(corner) ?? []);
}

/** A layer's warp with one of its corners drawn to a place of the composition; null where that lies nowhere. */
export function cornerDrawnTo(
  composition: Composition,
  layer: Layer,
  corner: number,
  to: Point,
): Warp | null {
  const own = afterWarp(composition, layer).back(to);
  if (!own) return null;
  const warp = warpOf(composition, layer);
  const corners = cornersIn(warp).map((each, i) => (i === corner ? own : each));
  return { ...warp, corners: corners as unknown as Quad };
}

/** From the unit square of a layer's bend to composition pixels, apart from the bend. */
function bendFrame(composition: Composition, layer: Layer): PlaneMap {
  const quad = cornersIn(warpOf(composition, layer));
  return PlaneMap.projective(rectToQuad(SQUARE, quad)).followedBy(afterWarp(composition, layer));
}

/** A layer's bend, or one that bends nothing. */
export function bendOf({ warp }: Layer, columns = 2, rows = 2): Bend {
  return warp?.bend ?? plainBend(columns, rows);
}

/** Where places of a layer's bend lie (shares of the square, bent), in composition pixels. */
export function bendShown(
  composition: Composition,
  layer: Layer,
  places: readonly Point[],
): readonly (Point | null)[] {
  const map = bendFrame(composition, layer);
  return places.map((place) => map.to(place));
}

/** A layer's warp with a point of its bend drawn to a place of the composition; null where that lies nowhere. */
export function bentTo(
  composition: Composition,
  layer: Layer,
  bend: Bend,
  point: number,
  to: Point,
): Warp | null {
  const own = bendFrame(composition, layer).back(to);
  if (!own) return null;
  const points = bend.points.map((each, i) => (i === point ? own : each));
  return { ...warpOf(composition, layer), bend: { ...bend, points } };
}

/** The same bend by a grid of other cells. */
export function regridded(bend: Bend, columns: number, rows: number): Bend {
  const map = new BendMap(bend);
  const points = plainBend(columns, rows).points.map((place) => {
    const { x, y } = map.to(place);
    return { x, y };
  });
  return { columns, rows, points };
}

/** A layer's placement moved so that what lay at one place of the composition lies at another, in its plane. */
export function placementMoved(
  composition: Composition,
  layer: Layer,
  from: Point,
  to: Point,
): Placement | null {
  const map = placedInto(composition, layer);
  const [a, b] = [map.back(from), map.back(to)];
  if (!a || !b) return null;
  return { ...layer.placement, x: layer.placement.x + b.x - a.x, y: layer.placement.y + b.y - a.y };
}

/** A layer's placement scaled about the corner across, so that a corner lies as near as it can to a place. */
export function placementScaled(
  composition: Composition,
  layer: Layer,
  corner: number,
  to: Point,
): Placement | null {
  const at = placedInto(composition, layer).back(to);
  if (!at) return null;
  const matrix = ownMatrix(layer);
  const quad = cornersIn(warpOf(composition, layer)).map((each) => transform(matrix, each));
  const [own, across] = [quad[corner] as Point, quad[(corner + 2) % 4] as Point];
  const [wx, wy] = [own.x - across.x, own.y - across.y];
  const by = ((at.x - across.x) * wx + (at.y - across.y) * wy) / (wx * wx + wy * wy);
  if (!(by > 0.001)) return null;
  const about = multiply(
    translation(across.x, across.y),
    multiply(scaling(by, by), translation(-across.x, -across.y)),
  );
  const size = placedSize(layer);
  return placementOf(multiply(about, matrix), size, layer.placement);
}
