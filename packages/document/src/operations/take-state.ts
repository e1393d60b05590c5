import { castDraft, current } from 'mutative';
import type { Composition } from '../composition';
import type { Operation } from './operation';

/** Makes another state of the composition the present one, all but its title. */
export const takeState: Operation<{ state: Composition; words: string }> = {
  name: 'takeState',
  words: (_, { words }) => words,
  change(draft, { state }) {
    const { title } = current(draft);
    const now = draft as Record<string, unknown>;
    for (const key of Object.keys(now)) if (!(key in state)) delete now[key];
    for (const [key, value] of Object.entries({ ...state, title })) {
      if (now[key] !== value) now[key] = castDraft(value as object);
    }
  },
};
