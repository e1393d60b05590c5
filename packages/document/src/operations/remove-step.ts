import { dropUnusedMask } from './drop-unused-mask';
import { layerName, type Operation, OperationRefused, stepName, unlockedLayer } from './operation';

/** Takes a step out of a chain, and its mask unless that is used elsewhere or kept on the shelf. */
export const removeStep: Operation<{ layer: string; step: string }> = {
  name: 'removeStep',
  words: (before, { layer, step }) =>
    `Took ${stepName(before, layer, step)} from ${layerName(before, layer)}`,
  change(draft, args) {
    const { steps } = unlockedLayer(draft, args.layer);
    const at = steps.findIndex(({ id }) => id === args.step);
    if (at < 0) throw new OperationRefused('That step is no longer in the chain.');
    const mask = steps[at]?.maskUse?.mask;
    steps.splice(at, 1);
    dropUnusedMask(draft, mask);
  },
};
