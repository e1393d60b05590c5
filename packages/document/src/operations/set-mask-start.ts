import type { Mask } from '../composition';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

/** What the mask shows before its first part: nothing, or everything. */
export const setMaskStart: Operation<{ mask: string; startsFrom: Mask['startsFrom'] }> = {
  name: 'setMaskStart',
  words: (before, { mask, startsFrom }) =>
    `The mask of ${maskOwnerName(before, mask)} starts ${startsFrom}`,
  change(draft, { mask, startsFrom }) {
    unlockedMask(draft, mask).startsFrom = startsFrom;
  },
};
