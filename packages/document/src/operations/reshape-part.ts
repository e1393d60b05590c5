import type { Point } from '../geometry/matrix';
import type { Rect } from '../geometry/rect';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

/** New points for an outline, or a new frame for a box or an oval, in mask pixels. */
export type PartShape = { readonly points: readonly Point[] } | { readonly frame: Rect };

export const reshapePart: Operation<{ mask: string; part: string; shape: PartShape }> = {
  name: 'reshapePart',
  words: (before, { mask, part }) => `Reshaped ${partName(before, mask, part)}`,
  change(draft, { mask, part, shape }) {
    const target = draftPart(draft, mask, part);
    if (target.kind === 'outline' && 'points' in shape) {
      if (shape.points.length < 3) {
        throw new OperationRefused(
          'An outline needs three points at least. Delete the part instead.',
        );
      }
      target.points = shape.points.map(({ x, y }) => ({ x, y }));
    } else if ((target.kind === 'box' || target.kind === 'oval') && 'frame' in shape) {
      Object.assign(target, shape.frame);
    } else {
      throw new OperationRefused(`${target.name} cannot take that shape.`);
    }
  },
};
