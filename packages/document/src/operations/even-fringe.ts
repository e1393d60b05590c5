import { maskOwnerName, type Operation, OperationRefused, unlockedMask } from './operation';

/** Forgets where strokes said how much of a fringe is cleaned: then it is the same everywhere. */
export const evenFringe: Operation<{ mask: string }> = {
  name: 'evenFringe',
  words: (before, { mask }) =>
    `Clean fringe the same everywhere: mask of ${maskOwnerName(before, mask)}`,
  change(draft, { mask }) {
    const target = unlockedMask(draft, mask);
    if (!target.fringeBrushed) throw new OperationRefused('The fringe was brushed nowhere.');
    target.fringeBrushed = null;
  },
};
