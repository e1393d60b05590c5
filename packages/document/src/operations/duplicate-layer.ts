import { castDraft, current } from 'mutative';
import { newId } from '../identifiers';
import { draftLayer, draftMask, layerName, type Operation } from './operation';

/** Puts a copy right before (nearer than) the layer. The copy has a mask of its own. */
export const duplicateLayer: Operation<{ layer: string; copy: string }> = {
  name: 'duplicateLayer',
  words: (before, { layer }) => `Duplicated ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = current(draftLayer(draft, args.layer));
    let { maskUse } = layer;
    if (maskUse) {
      const original = current(draftMask(draft, maskUse.mask));
      // The name on the shelf stays with the original.
      const mask = { ...original, id: newId(), ...(original.shelf && { shelf: null }) };
      maskUse = { ...maskUse, mask: mask.id };
      draft.masks.push(castDraft(mask));
    }
    const copy = { ...layer, id: args.copy, name: `${layer.name} copy`, locked: false, maskUse };
    const at = draft.layers.findIndex((each) => each.id === args.layer) + 1;
    draft.layers.splice(at, 0, castDraft(copy));
  },
};
