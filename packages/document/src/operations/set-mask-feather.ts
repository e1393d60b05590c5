import { maskOwnerName, type Operation, unlockedMask } from './operation';

/** `feather` is the standard deviation in composition pixels. */
export const setMaskFeather: Operation<{ mask: string; feather: number }> = {
  name: 'setMaskFeather',
  words: (before, { mask, feather }) =>
    `Feather of the mask of ${maskOwnerName(before, mask)} to ${feather} px`,
  change(draft, { mask, feather }) {
    unlockedMask(draft, mask).feather = feather;
  },
};
