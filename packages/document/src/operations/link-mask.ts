import { current } from 'mutative';
import type { Layer } from '../composition';
import { invert, multiply } from '../geometry/matrix';
import { ownMatrix } from '../placing';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Links a mask to its layer or lets go of it. Nothing moves on the canvas at that moment. */
export const linkMask: Operation<{ layer: string; linked: boolean }> = {
  name: 'linkMask',
  words: (before, { layer, linked }) =>
    `${linked ? 'Linked' : 'Unlinked'} the mask of ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    if (!layer.maskUse) throw new OperationRefused(`${layer.name} has no mask to link.`);
    if (layer.maskUse.linked === args.linked) return;
    const matrix = ownMatrix(current(layer) as Layer);
    const step = args.linked ? invert(matrix) : matrix;
    layer.maskUse.lies = [...multiply(step, layer.maskUse.lies)];
    layer.maskUse.linked = args.linked;
  },
};
