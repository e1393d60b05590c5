import { castDraft } from 'mutative';
import type { Composition, VanishingLine } from '../composition';
import { horizonOfLines } from '../vanishing';
import type { CompositionDraft, Operation } from './operation';

/** Draws lines of the scene that meet far away, or takes them off; the horizon follows where they tell it. */
export const setVanishing: Operation<{ lines: readonly VanishingLine[] }> = {
  name: 'setVanishing',
  words(before, { lines }) {
    const more = lines.length - (before.vanishing?.length ?? 0);
    if (more === 0) return 'Moved a vanishing line';
    return more > 0 ? 'Drew a vanishing line' : 'Took vanishing lines off';
  },
  change(draft: CompositionDraft, { lines }) {
    draft.vanishing = castDraft([...lines]);
    const told = horizonOfLines(draft as Composition);
    if (told) draft.horizon = told;
  },
};
