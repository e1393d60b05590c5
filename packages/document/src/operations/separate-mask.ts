import { castDraft, current } from 'mutative';
import { newId } from '../identifiers';
import {
  draftMask,
  holderName,
  type Operation,
  OperationRefused,
  unlockedHolder,
} from './operation';

/** Gives a layer or a step a copy of the mask that it shares, so that others no longer follow it. */
export const separateMask: Operation<{ layer: string }> = {
  name: 'separateMask',
  words: (before, { layer }) => `Gave ${holderName(before, layer)} a mask of its own`,
  change(draft, args) {
    const { at, name } = unlockedHolder(draft, args.layer);
    if (!at.maskUse) throw new OperationRefused(`${name} has no mask.`);
    const shared = current(draftMask(draft, at.maskUse.mask));
    const mask = { ...shared, id: newId(), shelf: null };
    draft.masks[mask.id] = castDraft(mask);
    at.maskUse.mask = mask.id;
  },
};
