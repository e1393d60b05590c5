import { castDraft } from 'mutative';
import type { Layer } from '../composition';
import type { Operation } from './operation';

/** Adds a layer; `at` counts from the far end, and the nearest place is the default. */
export const addLayer: Operation<{ layer: Layer; at?: number }> = {
  name: 'addLayer',
  words: (_, { layer }) => `Added ${layer.name}`,
  change(draft, { layer, at }) {
    draft.layers.splice(at ?? draft.layers.length, 0, castDraft(layer));
  },
};
