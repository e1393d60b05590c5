import { layerName, type Operation, OperationRefused, stepName, unlockedStep } from './operation';

/** Takes away all that was brushed of a step. */
export const wipeStep: Operation<{ layer: string; step: string }> = {
  name: 'wipeStep',
  words: (before, { layer, step }) =>
    `Wiped what was brushed of ${stepName(before, layer, step)}: ${layerName(before, layer)}`,
  change(draft, { layer, step }) {
    const found = unlockedStep(draft, layer, step);
    if (!found.brushed) throw new OperationRefused('Nothing was brushed of this step.');
    found.brushed = null;
  },
};
