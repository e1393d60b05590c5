import { castDraft } from 'mutative';
import type { Grid, Guide } from '../composition';
import type { Operation } from './operation';

/** Lays lines on the canvas that things can be laid at, or takes them away. */
export const setGuides: Operation<{ guides: readonly Guide[] }> = {
  name: 'setGuides',
  words(before, { guides }) {
    const more = guides.length - (before.guides?.length ?? 0);
    if (more === 0) return 'Moved a guide';
    return more > 0 ? 'Laid a guide' : 'Took a guide away';
  },
  change(draft, { guides }) {
    draft.guides = castDraft([...guides]);
  },
};

/** Lays a grid over the canvas, changes it, or takes it away. */
export const setGrid: Operation<{ grid: Grid | null }> = {
  name: 'setGrid',
  words: (_, { grid }) => (grid ? `Grid of ${grid.step} px` : 'Took the grid away'),
  change(draft, { grid }) {
    draft.grid = castDraft(grid);
  },
};
