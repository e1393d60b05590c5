import { castDraft } from 'mutative';
import type { Mask } from '../composition';
import type { Operation } from './operation';

/** Puts a mask that nothing uses yet on the mask shelf, under the name that it carries. */
export const keepMask: Operation<{ mask: Mask }> = {
  name: 'keepMask',
  words: (_, { mask }) => `Kept ${mask.shelf ?? mask.name} on the mask shelf`,
  change(draft, { mask }) {
    draft.masks[mask.id] = castDraft(mask);
  },
};
