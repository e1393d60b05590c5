import { castDraft } from 'mutative';
import type { MaskPart } from '../composition';
import { cleanSolved } from './clean-solved';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

interface Added {
  readonly mask: string;
  readonly part: MaskPart;
  /** It comes right after this part; after all others when left out, or when that is not there. */
  readonly after?: string;
}

/** Adds a part to a mask. */
export const addPart: Operation<Added> = {
  name: 'addPart',
  words: (before, { mask, part }) => `${part.name} on the mask of ${maskOwnerName(before, mask)}`,
  change(draft, { mask, part, after }) {
    const target = unlockedMask(draft, mask);
    const before = target.parts.findIndex(({ id }) => id === after);
    target.parts.splice(before < 0 ? target.parts.length : before + 1, 0, castDraft(part));
    cleanSolved(draft, mask, [part]);
  },
};
