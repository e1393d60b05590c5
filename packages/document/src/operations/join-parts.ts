import { castDraft } from 'mutative';
import type { OutlinePart } from '../composition';
import { type Operation, OperationRefused, unlockedMask } from './operation';

/** Puts one outline in the place of several parts: that of the first of them. */
export const joinParts: Operation<{
  mask: string;
  parts: readonly string[];
  joined: OutlinePart;
}> = {
  name: 'joinParts',
  words: (_before, { joined }) => `Joined outlines to ${joined.name}`,
  change(draft, { mask: id, parts, joined }) {
    const mask = unlockedMask(draft, id);
    const at = mask.parts.findIndex((part) => parts.includes(part.id));
    if (at < 0) throw new OperationRefused('Those mask parts are no longer in the mask.');
    const others = mask.parts.filter((part) => !parts.includes(part.id));
    mask.parts = [...others.slice(0, at), castDraft(joined), ...others.slice(at)];
  },
};
