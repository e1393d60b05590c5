import { castDraft } from 'mutative';
import type { OutlinePoint } from '../composition';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

/** Gives an outline other points, in mask pixels. */
export const reshapePart: Operation<{
  mask: string;
  part: string;
  points: readonly OutlinePoint[];
  /** Its further loops; as they are when left out. */
  further?: readonly (readonly OutlinePoint[])[];
}> = {
  name: 'reshapePart',
  words: (before, { mask, part }) => `Reshaped ${partName(before, mask, part)}`,
  change(draft, { mask, part, points, further }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'outline') {
      throw new OperationRefused(`${target.name} has no points to move.`);
    }
    if (points.length < 3) {
      throw new OperationRefused(
        'An outline needs three points at least. Delete the part instead.',
      );
    }
    target.points = castDraft([...points]);
    if (further && (target.further || further.length > 0)) target.further = castDraft([...further]);
  },
};
