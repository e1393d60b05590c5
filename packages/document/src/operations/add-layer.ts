import { castDraft } from 'mutative';
import type { Layer, Mask } from '../composition';
import type { Operation } from './operation';

/**
 * Adds a layer; `at` counts from the far end, and the nearest place is the default. `mask` is the one
 * that the layer uses, where it is not there yet.
 */
export const addLayer: Operation<{ layer: Layer; at?: number; mask?: Mask }> = {
  name: 'addLayer',
  words: (_, { layer }) => `Added ${layer.name}`,
  change(draft, { layer, at, mask }) {
    if (mask) draft.masks.push(castDraft(mask));
    draft.layers.splice(at ?? draft.layers.length, 0, castDraft(layer));
  },
};
