import type { Rect } from '../geometry/rect';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

/** Moves, scales or turns a box or an oval; `frame` in mask pixels, `turn` in degrees. */
export const layPart: Operation<{
  mask: string;
  part: string;
  frame: Rect & { readonly turn: number };
}> = {
  name: 'layPart',
  words: (before, { mask, part }) => `Placed ${partName(before, mask, part)}`,
  change(draft, { mask, part, frame }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'box' && target.kind !== 'oval') {
      throw new OperationRefused(`${target.name} has no frame to move.`);
    }
    if (!(frame.width > 0 && frame.height > 0)) {
      throw new OperationRefused('A frame needs some width and height. Delete the part instead.');
    }
    const { x, y, width, height, turn } = frame;
    Object.assign(target, { x, y, width, height, turn });
  },
};
