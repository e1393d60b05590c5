import type { Horizon } from '../composition';
import type { Operation } from './operation';

/** Lays the scene's horizon, moves it, or takes it off. */
export const setHorizon: Operation<{ horizon: Horizon | null }> = {
  name: 'setHorizon',
  words: (before, { horizon }) => {
    if (!horizon) return 'Took the horizon off';
    return before.horizon ? 'Moved the horizon' : 'Laid the horizon';
  },
  change(draft, { horizon }) {
    draft.horizon = horizon;
  },
};
