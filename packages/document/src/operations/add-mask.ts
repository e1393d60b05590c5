import { castDraft } from 'mutative';
import type { Composition, Layer, Mask } from '../composition';
import type { Matrix } from '../geometry/matrix';
import { newMaskLies } from '../placing';
import { cleanSolved } from './clean-solved';
import { holderName, type Operation, OperationRefused, unlockedHolder } from './operation';

/**
 * Gives a layer or a step a mask of its own, linked to it. Its pixels are the layer's (for a group, those of the
 * composition), unless `lies` says how they lie on those.
 */
export const addMask: Operation<{
  layer: string;
  mask: Mask;
  words?: string;
  lies?: Matrix;
  turnedRound?: boolean;
}> = {
  name: 'addMask',
  words: (before, { layer, words }) => words ?? `Added a mask to ${holderName(before, layer)}`,
  change(draft, { layer: id, mask, lies, turnedRound = false }) {
    const { layer, at, name } = unlockedHolder(draft, id);
    if (at.maskUse) throw new OperationRefused(`${name} has a mask already.`);
    draft.masks[mask.id] = castDraft(mask);
    const onLayer = lies ?? newMaskLies(draft as Composition, layer as Layer);
    at.maskUse = castDraft({
      ...{ mask: mask.id, linked: true, turnedRound, lies: onLayer },
    });
    cleanSolved(draft, mask.id, mask.parts);
  },
};
