import { dropUnusedMask } from './drop-unused-mask';
import { draftMask, maskOwnerName, type Operation } from './operation';

/** Puts a mask on the mask shelf under a name, or (null) takes it off again. */
export const shelveMask: Operation<{ mask: string; shelf: string | null }> = {
  name: 'shelveMask',
  words: (before, { mask, shelf }) =>
    shelf === null
      ? `Took the mask of ${maskOwnerName(before, mask)} off the shelf`
      : `Kept the mask of ${maskOwnerName(before, mask)} on the shelf as ${shelf}`,
  change(draft, { mask, shelf }) {
    draftMask(draft, mask).shelf = shelf;
    if (shelf === null) dropUnusedMask(draft, mask);
  },
};
