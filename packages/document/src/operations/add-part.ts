import { castDraft } from 'mutative';
import type { MaskPart } from '../composition';
import { cleanSolved } from './clean-solved';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

/** Adds a part after (nearer than) the others. */
export const addPart: Operation<{ mask: string; part: MaskPart }> = {
  name: 'addPart',
  words: (before, { mask, part }) => `${part.name} on the mask of ${maskOwnerName(before, mask)}`,
  change(draft, { mask, part }) {
    const target = unlockedMask(draft, mask);
    target.parts.push(castDraft(part));
    cleanSolved(draft, mask, [part]);
  },
};
