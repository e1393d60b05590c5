import { draftPart, moveItem, type Operation, partName, unlockedMask } from './operation';

/** Moves a part in the order in which parts are combined; `to` counts from the first. */
export const reorderPart: Operation<{ mask: string; part: string; to: number }> = {
  name: 'reorderPart',
  words: (before, { mask, part }) => `Reordered ${partName(before, mask, part)}`,
  change(draft, args) {
    draftPart(draft, args.mask, args.part);
    const { parts } = unlockedMask(draft, args.mask);
    moveItem(
      parts,
      parts.findIndex((part) => part.id === args.part),
      args.to,
    );
  },
};
