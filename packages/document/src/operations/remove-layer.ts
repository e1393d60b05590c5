import { type Composition, layerById } from '../composition';
import { shadowsOf } from '../shadows';
import { masksOf, outermost, withDescendants } from '../tree';
import { dropUnusedMask } from './drop-unused-mask';
import { keepShown } from './keep-shown';
import { type Operation, takeOut, unlockedLayer } from './operation';

/**
 * Takes layers away, groups with all that is in them, and their masks too unless those are used elsewhere
 * or kept on the shelf.
 */
export const removeLayer: Operation<{ layers: readonly string[] }> = {
  name: 'removeLayer',
  words: (before, { layers }) => `Deleted ${namesOf(before, layers)}`,
  change(draft, { layers }) {
    for (const id of outermost(draft as Composition, withShadows(draft as Composition, layers))) {
      unlockedLayer(draft, id);
      const gone = withDescendants(draft as Composition, id);
      for (const layer of gone) unlockedLayer(draft, layer.id);
      const all = new Set([...layers, ...gone.map((layer) => layer.id)]);
      for (const layer of gone) keepShown(draft as Composition, layer, all);
      const masks = gone.flatMap(masksOf);
      takeOut(draft, [id]);
      for (const layer of gone) delete draft.layers[layer.id];
      for (const mask of masks) dropUnusedMask(draft, mask);
    }
  },
};

/** Layers with the shadows that they throw: there is nothing left for those to follow. */
function withShadows(composition: Composition, layers: readonly string[]): string[] {
  const thrown = layers
    .flatMap((id) => withDescendants(composition, id))
    .flatMap(({ id }) => shadowsOf(composition, id));
  return [...new Set([...layers, ...thrown.map(({ id }) => id)])];
}

/** What several layers are called: the one's name, or how many they are. */
export function namesOf(composition: Composition, layers: readonly string[]): string {
  const [only = ''] = layers;
  if (layers.length !== 1) return `${layers.length} layers`;
  return layerById(composition, only)?.name ?? 'layer';
}
