import { castDraft } from 'mutative';
import type { Layer, Mask } from '../composition';
import { draftList, type Operation, unlockedLayer } from './operation';

/**
 * Adds a layer, in a group (`into`) or in none; `at` counts from the far end, and the nearest place is the
 * default. `inside` are the layers that a group brings along, `masks` those of all of them that are
 * not there yet.
 */
export const addLayer: Operation<{
  layer: Layer;
  at?: number;
  into?: string | null;
  masks?: readonly Mask[];
  inside?: readonly Layer[];
}> = {
  name: 'addLayer',
  words: (_, { layer }) => `Added ${layer.name}`,
  change(draft, { layer, at, into = null, masks = [], inside = [] }) {
    if (into !== null) unlockedLayer(draft, into);
    for (const mask of masks) draft.masks[mask.id] = castDraft(mask);
    for (const each of [layer, ...inside]) draft.layers[each.id] = castDraft(each);
    const list = draftList(draft, into);
    list.splice(at ?? list.length, 0, layer.id);
  },
};
