import { groundKey, isPickRecipe, maskBeforeKey, type PickRecipe } from '@diplex/core';
import {
  AREA_ID,
  type Composition,
  type Layer,
  type MaskPart,
  maskHolder,
  type PickedPart,
} from '@diplex/document';
import { useMemo } from 'react';
import { useComposition } from '../bench/composition-store';

/**
 * What a part is worked out from, to tell later whether that has changed. The area has no picture of its own.
 * @param part the part, or null for one that is new
 */
export function seenNow(
  { id }: Layer,
  recipe: PickRecipe,
  part: string | null,
): Pick<PickedPart, 'seen'> {
  const { composition } = useComposition.getState();
  const layer = id === AREA_ID ? undefined : maskHolder(composition, id);
  return layer ? { seen: keyOf(composition, layer, recipe, part) } : {};
}

function keyOf(
  composition: Composition,
  layer: Layer,
  recipe: PickRecipe,
  part: string | null,
): string {
  const ground = groundKey({ composition, holder: layer, owner: layer, from: recipe.from });
  if (recipe.by !== 'edge') return ground;
  return maskBeforeKey({ composition, holder: layer, part }, ground);
}

/** Whether what a part of a mask was worked out from looks otherwise now. */
export function isOutdated(composition: Composition, id: string, part: MaskPart): boolean {
  if (part.kind !== 'picked' || part.seen === undefined || !isPickRecipe(part.recipe)) return false;
  const layer = maskHolder(composition, id);
  return layer !== undefined && part.seen !== keyOf(composition, layer, part.recipe, part.id);
}

/** Whether what a part was worked out from looks otherwise now; not asked while something is only tried. */
export function useOutdated({ id }: Layer, part: MaskPart): boolean {
  const composition = useComposition((state) => state.composition);
  return useMemo(() => isOutdated(composition, id, part), [composition, id, part]);
}
