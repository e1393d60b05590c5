import type { Operation } from './operation';

/** Says how many pixels go to an inch in print. No pixel changes. */
export const setPerInch: Operation<{ perInch: number }> = {
  name: 'setPerInch',
  words: (_, { perInch }) => `Resolution to ${perInch} pixels an inch`,
  change(draft, { perInch }) {
    draft.canvas.perInch = perInch;
  },
};
