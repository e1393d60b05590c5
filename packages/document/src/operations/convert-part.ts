import { castDraft } from 'mutative';
import type { BlobHash, PaintedPart } from '../composition';
import { type Operation, OperationRefused, partName, unlockedMask } from './operation';

/** Makes a painted part of any other, which looks the same. The blobs are stored before. */
export const convertPart: Operation<{
  mask: string;
  part: string;
  tiles: Readonly<Record<string, BlobHash>>;
}> = {
  name: 'convertPart',
  words: (before, { mask, part }) => `Converted ${partName(before, mask, part)} to painted`,
  change(draft, { mask, part: id, tiles }) {
    const { parts } = unlockedMask(draft, mask);
    const at = parts.findIndex((each) => each.id === id);
    const part = parts[at];
    if (!part) throw new OperationRefused('That mask part is no longer in the mask.');
    const painted: PaintedPart = {
      ...{ id, kind: 'painted', name: part.name, shown: part.shown, combine: part.combine },
      ...{ feather: 0, inverted: false, strokes: 0, tiles },
      ...(part.amount !== undefined && { amount: part.amount }),
    };
    parts[at] = castDraft(painted);
  },
};
