import { castDraft } from 'mutative';
import type { Mask } from '../composition';
import { NEW_MASK_LIES } from '../placing';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Gives a layer a mask of its own, made of the layer's pixels and linked to it. */
export const addMask: Operation<{ layer: string; mask: Mask; words?: string }> = {
  name: 'addMask',
  words: (before, { layer, words }) => words ?? `Added a mask to ${layerName(before, layer)}`,
  change(draft, { layer: id, mask }) {
    const layer = unlockedLayer(draft, id);
    if (layer.maskUse) throw new OperationRefused(`${layer.name} has a mask already.`);
    draft.masks.push(castDraft(mask));
    layer.maskUse = castDraft({
      ...{ mask: mask.id, linked: true, turnedRound: false, lies: NEW_MASK_LIES },
    });
  },
};
