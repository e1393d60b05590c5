import { areaLayer } from './area';
import {
  type Composition,
  hasExtent,
  isShadow,
  type Layer,
  layerById,
  type ShadowContent,
} from './composition';
import { type Cast, castBounds, castOf, type Standing } from './geometry/cast';
import { letteringBounds } from './geometry/lettering-outline';
import {
  growthOf,
  IDENTITY,
  invert,
  type Matrix,
  multiply,
  type Point,
  transform,
} from './geometry/matrix';
import { paintedBounds } from './geometry/painted-bounds';
import { type Placement, placementMatrix, placementOf, type Size } from './geometry/placement';
import { PlaneMap } from './geometry/plane-map';
import { boundsAfter, type Rect, uniteRects } from './geometry/rect';
import { shapesBounds } from './geometry/shape-outline';
import { withShowings } from './showings';
import { groupOf, withMaskUses } from './tree';
import { bendsItself, ownMap, ownMatrix, placedSize, planeProjective } from './warping';

/** From the pixels that a layer's placement leads to (its group's, or the composition's) to composition pixels, laid flat. */
export function aroundMatrix(composition: Composition, layer: Layer): Matrix {
  const group = groupOf(composition, layer.id);
  return group ? layerMatrix(composition, group) : IDENTITY;
}

/** From the layer's own pixels to composition pixels, if it and all groups that it is in lay flat. */
export function layerMatrix(composition: Composition, layer: Layer): Matrix {
  const group = groupOf(composition, layer.id);
  return group ? multiply(layerMatrix(composition, group), ownMatrix(layer)) : ownMatrix(layer);
}

/**
 * From the pixels of the layer's mask to composition pixels. Where it has no mask yet, those of a new
 * one: the layer's own, or the composition's for a group or a glass.
 */
export function maskMatrix(composition: Composition, layer: Layer): Matrix {
  const use = layer.maskUse;
  if (!use) return !hasExtent(layer) ? IDENTITY : layerMatrix(composition, layer);
  const lies = use.linked ? layerMatrix(composition, layer) : aroundMatrix(composition, layer);
  return lies === IDENTITY ? use.lies : multiply(lies, use.lies);
}

/** How a new, linked mask lies on its layer: on the layer's pixels, or for a group on those of the composition. */
export function newMaskLies(composition: Composition, layer: Layer): Matrix {
  if (hasExtent(layer)) return IDENTITY;
  const [a, b, c, d, e, f] = invert(layerMatrix(composition, layer));
  // JSON knows no negative nought.
  return [a + 0, b + 0, c + 0, d + 0, e + 0, f + 0];
}

/** The extent of a new mask's own pixels where it has to be said: a group has none of its own. */
export function newMaskSize({ canvas }: Composition, layer: Layer): { size?: Size } {
  return hasExtent(layer) ? {} : { size: { width: canvas.width, height: canvas.height } };
}

/** The upright bounds of a layer's content in its own pixels: of a group, all that is in it. */
export function contentBounds(composition: Composition, layer: Layer): Rect {
  const { content } = layer;
  if (content.kind === 'showing') return shownBounds(composition, layer);
  if ('size' in content) return { x: 0, y: 0, ...content.size };
  if (content.kind === 'glass') return glassBounds(composition, layer);
  if (content.kind === 'shape') return shapesBounds(content);
  if (content.kind === 'lettering') return letteringBounds(content);
  if (content.kind === 'paint') return paintedBounds(content.coats);
  if (content.kind === 'shadow') return shadowBounds(composition, layer, content);
  return content.children.reduce<Rect>(
    (bounds, id) => {
      const child = layerById(composition, id);
      // A shadow may be thrown by the very group that it is in: what throws none has bounds by itself.
      if (!child || child.content.kind === 'shadow') return bounds;
      const inside = contentBounds(composition, child);
      const own = bendsItself(child)
        ? ownMap(composition, child).boundsOf(inside)
        : boundsAfter(ownMatrix(child), inside);
      return uniteRects(bounds, own);
    },
    { x: 0, y: 0, width: 0, height: 0 },
  );
}

/** The bounds of a shadow: it counts from the corner of what it lies in. */
function shadowBounds(composition: Composition, layer: Layer, content: ShadowContent): Rect {
  const thing = layerById(composition, content.of);
  if (!thing || isShadow(thing)) return { x: 0, y: 0, width: 0, height: 0 };
  const cast = castOfThing(composition, { ...layer, content }, thing);
  const thrown = castBounds(cast, content, layerBounds(composition, thing));
  return boundsAfter(invert(aroundMatrix(composition, layer)), thrown);
}

/** How much larger a map makes what lies around a place. */
function growthAt(map: PlaneMap, at: Point): number {
  const { matrix } = map;
  if (matrix) return growthOf(matrix);
  const [here, across, down] = [at, { x: at.x + 1, y: at.y }, { x: at.x, y: at.y + 1 }].map(
    (place) => map.to(place),
  );
  if (!here || !across || !down) return 1;
  return growthOf([across.x - here.x, across.y - here.y, down.x - here.x, down.y - here.y, 0, 0]);
}

/** Where something that stands so in a layer's own pixels stands on the canvas. */
export function standingOnCanvas(composition: Composition, thing: Layer, own: Standing): Standing {
  const map = layerMap(composition, thing);
  const foot = map.to(own.foot) ?? transform(layerMatrix(composition, thing), own.foot);
  return { foot, height: own.height * growthAt(map, own.foot) };
}

/** Where something that stands so on the canvas stands in a layer's own pixels. */
export function ownStanding(composition: Composition, thing: Layer, { foot, height }: Standing) {
  const map = layerMap(composition, thing);
  const own = map.back(foot) ?? transform(invert(layerMatrix(composition, thing)), foot);
  return { foot: own, height: Math.max(1, height / Math.max(1e-6, growthAt(map, own))) };
}

/** Where a shadow falls as its thing lies now. */
export function castOfThing(
  composition: Composition,
  shadow: Layer & { content: ShadowContent },
  thing: Layer,
): Cast {
  const standing = standingOnCanvas(composition, thing, shadow.content);
  return castOf(shadow.content, standing, planeProjective(composition, shadow));
}

/** The bounds of what a showing shows. */
function shownBounds(composition: Composition, layer: Layer): Rect {
  const scene = withShowings(composition);
  const shown = layerById(scene, layer.id);
  if (shown && shown.content.kind !== 'showing') return contentBounds(scene, shown);
  return { x: 0, y: 0, width: 0, height: 0 };
}

/** A glass lies over the whole canvas. */
function glassBounds(composition: Composition, layer: Layer): Rect {
  const { width, height } = composition.canvas;
  const whole = { x: 0, y: 0, width, height };
  return boundsAfter(invert(layerMatrix(composition, layer)), whole);
}

/** The upright bounds of the layer's pixels on the canvas. */
export function layerBounds(composition: Composition, layer: Layer): Rect {
  const inside = contentBounds(composition, layer);
  // A shadow is thrown where its thing lies by then, whatever its group is bent by.
  if (!isShadow(layer) && isWarped(composition, layer))
    return layerMap(composition, layer).boundsOf(inside);
  return boundsAfter(layerMatrix(composition, layer), inside);
}

/** Whether a layer, or a group that it is in, is bent or lies in a plane. */
export function isWarped(composition: Composition, layer: Layer): boolean {
  if (bendsItself(layer)) return true;
  const group = groupOf(composition, layer.id);
  return group ? isWarped(composition, group) : false;
}

/** From a layer's own pixels to composition pixels, with all bends, corners and planes. */
export function layerMap(composition: Composition, layer: Layer): PlaneMap {
  if (!isWarped(composition, layer)) return PlaneMap.of(layerMatrix(composition, layer));
  const group = groupOf(composition, layer.id);
  const own = ownMap(composition, layer);
  return group ? own.followedBy(layerMap(composition, group)) : own;
}

/**
 * From where a layer would lie if nothing were bent nor in a plane to where it lies, both in composition pixels; null
 * where that is the same.
 */
export function unflattened(composition: Composition, layer: Layer): PlaneMap | null {
  if (!isWarped(composition, layer)) return null;
  const flat = PlaneMap.of(layerMatrix(composition, layer));
  return flat.undone().followedBy(layerMap(composition, layer));
}

/** The same for what a layer lies in: for its mask where that does not move with it. */
export function aroundUnflattened(composition: Composition, layer: Layer): PlaneMap | null {
  const group = groupOf(composition, layer.id);
  return group ? unflattened(composition, group) : null;
}

function alike(a: Matrix, b: Matrix): boolean {
  return a.every((value, i) => value === b[i]);
}

/** How a layer has to be placed, and its unlinked mask to lie, to stay where it is while what it lies in changes. */
export function carriedOver(
  layer: Layer,
  from: Matrix,
  to: Matrix,
): Pick<Layer, 'placement' | 'maskUse' | 'steps'> {
  const { placement, maskUse, steps } = layer;
  if (alike(from, to)) return { placement, maskUse, steps };
  const step = multiply(invert(to), from);
  return {
    placement: carriedPlacement(placement, step, placedSize(layer)),
    ...withMaskUses({ maskUse, steps }, (use) =>
      use.linked ? use : { ...use, lies: multiply(step, use.lies) },
    ),
  };
}

/** A placement after a further map; what is only moved keeps its other numbers to the last digit. */
function carriedPlacement(placement: Placement, step: Matrix, size: Size): Placement {
  const [a, b, c, d, e, f] = step;
  if (a === 1 && b === 0 && c === 0 && d === 1) {
    return { ...placement, x: placement.x + e, y: placement.y + f };
  }
  return placementOf(multiply(step, placementMatrix(placement, size)), size, placement);
}

/** The placement of a layer after a map on the canvas: moved, scaled or turned there. */
export function placementAfter(composition: Composition, layer: Layer, step: Matrix): Placement {
  const around = aroundMatrix(composition, layer);
  const within = around === IDENTITY ? step : multiply(invert(around), multiply(step, around));
  return carriedPlacement(layer.placement, within, placedSize(layer));
}

/** The middle of a thing, as shares of its width and height. */
export const MIDDLE: Point = { x: 0.5, y: 0.5 };

/** A place of a layer's content (shares of its width and height), in pixels of what the layer lies in. */
export function pointOf(composition: Composition, layer: Layer, share: Point): Point {
  const { x, y, width, height } = contentBounds(composition, layer);
  return transform(ownMatrix(layer), { x: x + width * share.x, y: y + height * share.y });
}

/**
 * A layer's placement with some of it changed, `x` and `y` as where a point of its content lies: that stays where it
 * is when it is not said where it shall lie.
 * @param about the point, as shares of the content's width and height
 */
export function changedPlacement(
  composition: Composition,
  layer: Layer,
  change: Partial<Placement>,
  about: Point = MIDDLE,
): Placement {
  const changed = { ...layer.placement, ...change };
  if (hasExtent(layer) && about === MIDDLE) return changed;
  const point = pointOf(composition, layer, about);
  const { x = point.x, y = point.y } = change;
  const then = pointOf(composition, { ...layer, placement: { ...changed, x: 0, y: 0 } }, about);
  return { ...changed, x: x - then.x, y: y - then.y };
}

/** The middle of a layer's content, in pixels of the group that it is in, or of the composition. */
export function middleOf(composition: Composition, layer: Layer): Point {
  return pointOf(composition, layer, MIDDLE);
}

/** The extent of a mask's own pixels: the layer's, unless the mask says otherwise; the canvas for a group. */
export function maskSize(composition: Composition, layer: Layer): Size {
  const mask = layer.maskUse ? composition.masks[layer.maskUse.mask] : undefined;
  if (mask?.size) return mask.size;
  return hasExtent(layer) ? layer.content.size : areaExtent(composition);
}

function areaExtent(composition: Composition): Size {
  return placedSize(areaLayer(composition));
}
