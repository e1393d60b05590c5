import { type Layer, maskOf } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { partKind } from './parts/part-kinds';

/** What the part in hand is made by, with its amounts. */
export function PartRecipe({ layer }: { readonly layer: Layer }) {
  const mask = useComposition((state) => maskOf(state.preview ?? state.composition, layer));
  const inHand = useHand((state) => state.part);
  const part = mask?.parts.find((each) => each.id === inHand);
  if (!mask || !part) return null;
  const { Rows } = partKind(part);
  return Rows ? <Rows layer={layer} mask={mask.id} part={part} /> : null;
}
