import { dropUnusedMask } from './drop-unused-mask';
import { holderName, type Operation, unlockedHolder } from './operation';

export const removeMask: Operation<{ layer: string }> = {
  name: 'removeMask',
  words: (before, { layer }) => `Deleted the mask of ${holderName(before, layer)}`,
  change(draft, args) {
    const { at } = unlockedHolder(draft, args.layer);
    const maskId = at.maskUse?.mask;
    at.maskUse = null;
    dropUnusedMask(draft, maskId);
  },
};
