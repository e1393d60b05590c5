import { draftPart, type Operation, partName, unlockedMask } from './operation';

export const removePart: Operation<{ mask: string; part: string }> = {
  name: 'removePart',
  words: (before, { mask, part }) => `Deleted ${partName(before, mask, part)}`,
  change(draft, args) {
    draftPart(draft, args.mask, args.part);
    const { parts } = unlockedMask(draft, args.mask);
    parts.splice(
      parts.findIndex((part) => part.id === args.part),
      1,
    );
  },
};
