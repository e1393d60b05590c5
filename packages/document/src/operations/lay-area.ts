import { castDraft } from 'mutative';
import type { Mask } from '../composition';
import { IDENTITY, type Matrix } from '../geometry/matrix';
import { dropUnusedMask } from './drop-unused-mask';
import type { Operation } from './operation';

/** Makes a mask the area, in the place of the one before. `lies` takes its pixels to the canvas. */
export const layArea: Operation<{ mask: Mask; words: string; lies?: Matrix }> = {
  name: 'layArea',
  words: (_, { words }) => words,
  change(draft, { mask, lies = IDENTITY }) {
    const before = draft.area?.mask;
    draft.masks[mask.id] = castDraft(mask);
    draft.area = castDraft({ mask: mask.id, lies, turnedRound: false, inUse: true });
    dropUnusedMask(draft, before);
  },
};
