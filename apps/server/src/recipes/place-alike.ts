import {
  aroundMatrix,
  type Composition,
  EYES,
  growthOf,
  invert,
  type Layer,
  layerById,
  layerMatrix,
  type Rect,
  shadowsOf,
  stoodAt,
  transform,
} from '@diplex/document';

/** No subject gets wider than so many times the one before, however flat it is. */
const WIDEST = 1.8;

/** The middle of the lower side. */
function footOf({ x, y, width, height }: Rect) {
  return { x: x + width / 2, y: y + height };
}

/**
 * Lays a layer so that its subject stands where another stood: foot on foot, and as high, unless it would get much wider.
 * @param from where its subject is now, on the canvas
 * @param to where the other was
 */
export function placedAlike(
  composition: Composition,
  layer: Layer,
  from: Rect,
  to: Rect,
): Composition {
  const times = Math.min(to.height / from.height, (WIDEST * to.width) / from.width);
  const { placement } = layer;
  const around = aroundMatrix(composition, layer);
  const back = invert(around);
  const middle = { x: placement.x, y: placement.y };
  const foot = transform(back, footOf(from));
  const wanted = transform(back, footOf(to));
  const moved = {
    ...placement,
    x: wanted.x + times * (middle.x - foot.x),
    y: wanted.y + times * (middle.y - foot.y),
    scaleX: placement.scaleX * times,
    scaleY: placement.scaleY * times,
  };
  const placed = { ...layer, placement: moved };
  return { ...composition, layers: { ...composition.layers, [layer.id]: placed } };
}

/** The middle of the upper side. */
function topOf({ x, y, width }: Rect) {
  return { x: x + width / 2, y };
}

/** Of the height of a layer's subject, how much lies below its own eye level: as its stance says, or as people stand. */
function eyeShare(composition: Composition, layer: Layer, subject: Rect): number {
  if (!layer.stance) return EYES;
  const back = invert(layerMatrix(composition, layer));
  const { foot, eye } = layer.stance;
  return (foot.y - eye) / (foot.y - transform(back, topOf(subject)).y);
}

/** Where the subject of a layer stood. */
export interface Stood {
  readonly composition: Composition;
  readonly layer: Layer;
  /** On the canvas. */
  readonly subject: Rect;
}

/**
 * Lays a layer so that its subject stands on the foot of another and the scene's horizon cuts it at its own eye level, which is as high on
 * it as on that. Null where the scene has no horizon, or the foot lies on the wrong side of it.
 * @param from where its subject is now, on the canvas
 */
export function placedByEyeLevel(
  composition: Composition,
  layer: Layer,
  from: Rect,
  stood: Stood,
): Composition | null {
  const back = invert(layerMatrix(composition, layer));
  const [foot, top] = [transform(back, footOf(from)), transform(back, topOf(from))];
  const share = eyeShare(stood.composition, stood.layer, stood.subject);
  const standing = { ...layer, stance: { foot, eye: foot.y - share * (foot.y - top.y) } };
  const told = { ...composition, layers: { ...composition.layers, [layer.id]: standing } };
  const placement = stoodAt(told, standing, footOf(stood.subject));
  if (!placement) return null;
  const placed = { ...standing, placement };
  return { ...composition, layers: { ...composition.layers, [layer.id]: placed } };
}

/** Shadows of a layer begin at the foot of its subject, and are as high: both are in the layer's own pixels. */
export function withShadowsFollowing(
  composition: Composition,
  id: string,
  subject: Rect,
): Composition {
  const thing = layerById(composition, id);
  if (!thing) return composition;
  const back = invert(layerMatrix(composition, thing));
  const foot = transform(back, footOf(subject));
  const height = Math.max(1, subject.height * growthOf(back));
  const followed = shadowsOf(composition, id).map((shadow) => {
    const content = { ...shadow.content, foot, height } as Layer['content'];
    return [shadow.id, { ...shadow, content }] as const;
  });
  return { ...composition, layers: { ...composition.layers, ...Object.fromEntries(followed) } };
}
