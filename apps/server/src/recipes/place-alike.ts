import {
  aroundMatrix,
  type Composition,
  growthOf,
  invert,
  type Layer,
  layerById,
  layerMatrix,
  type Rect,
  shadowsOf,
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
