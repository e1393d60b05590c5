import type { MixSpace } from '../composition';
import type { Operation } from './operation';

export const setMixIn: Operation<{ mixIn: MixSpace }> = {
  name: 'setMixIn',
  words: (_, { mixIn }) =>
    mixIn === 'light' ? 'Edges mix as light' : 'Edges mix on encoded values',
  change(draft, { mixIn }) {
    draft.mixIn = mixIn;
  },
};
