import type { Operation } from './operation';

export const renameComposition: Operation<{ title: string }> = {
  name: 'renameComposition',
  words: (_, { title }) => `Renamed the composition to ${title}`,
  change(draft, { title }) {
    draft.title = title;
  },
};
