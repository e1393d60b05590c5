import { current } from 'mutative';
import type { Layer } from '../composition';
import { invert, multiply } from '../geometry/matrix';
import { ownMatrix } from '../warping';
import { holderName, type Operation, OperationRefused, unlockedHolder } from './operation';

/** Links a mask to its layer or lets go of it. Nothing moves on the canvas at that moment. */
export const linkMask: Operation<{ layer: string; linked: boolean }> = {
  name: 'linkMask',
  words: (before, { layer, linked }) =>
    `${linked ? 'Linked' : 'Unlinked'} the mask of ${holderName(before, layer)}`,
  change(draft, args) {
    const { layer, at, name } = unlockedHolder(draft, args.layer);
    if (!at.maskUse) throw new OperationRefused(`${name} has no mask to link.`);
    if (at.maskUse.linked === args.linked) return;
    const matrix = ownMatrix(current(layer) as Layer);
    const step = args.linked ? invert(matrix) : matrix;
    at.maskUse.lies = [...multiply(step, at.maskUse.lies)];
    at.maskUse.linked = args.linked;
  },
};
