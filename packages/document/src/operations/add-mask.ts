import { castDraft } from 'mutative';
import type { Mask } from '../composition';
import type { Matrix } from '../geometry/matrix';
import { NEW_MASK_LIES } from '../placing';
import { cleanSolved } from './clean-solved';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/**
 * Gives a layer a mask of its own, linked to it. Its pixels are the layer's, unless `lies` says how
 * they lie on those.
 */
export const addMask: Operation<{ layer: string; mask: Mask; words?: string; lies?: Matrix }> = {
  name: 'addMask',
  words: (before, { layer, words }) => words ?? `Added a mask to ${layerName(before, layer)}`,
  change(draft, { layer: id, mask, lies = NEW_MASK_LIES }) {
    const layer = unlockedLayer(draft, id);
    if (layer.maskUse) throw new OperationRefused(`${layer.name} has a mask already.`);
    const made = castDraft({ ...mask });
    for (const part of mask.parts) cleanSolved(made, part);
    draft.masks.push(made);
    layer.maskUse = castDraft({
      ...{ mask: mask.id, linked: true, turnedRound: false, lies },
    });
  },
};
