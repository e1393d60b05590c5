import { type Composition, type Layer, layerById, type ShadowLayer } from './composition';
import type { Cast } from './geometry/cast';
import { growthOf, invert, multiply, transform } from './geometry/matrix';
import { multiplyProjective, projectiveOf } from './geometry/projective';
import { aroundMatrix, castOfThing, layerMatrix } from './placing';

/** The layers that are shadows of a layer. */
export function shadowsOf(composition: Composition, of: string): readonly Layer[] {
  return Object.values(composition.layers).filter(
    ({ content }) => content.kind === 'shadow' && content.of === of,
  );
}

/** Where a shadow falls as its thing lies now, and as it was itself moved from there; null where the thing is gone. */
export function shadowCast(composition: Composition, shadow: ShadowLayer): Cast | null {
  const thing = layerById(composition, shadow.content.of);
  if (!thing) return null;
  const cast = castOfThing(composition, shadow, thing);
  const moved = multiply(
    layerMatrix(composition, shadow),
    invert(aroundMatrix(composition, shadow)),
  );
  const move = projectiveOf(moved);
  const { foot, height } = cast.standing;
  return {
    ...cast,
    map: multiplyProjective(move, cast.map),
    contact: multiply(moved, cast.contact),
    fold: cast.fold && {
      ...cast.fold,
      y: transform(moved, { x: foot.x, y: cast.fold.y }).y,
      map: multiplyProjective(move, cast.fold.map),
    },
    standing: { foot: transform(moved, foot), height: height * growthOf(moved) },
  };
}
