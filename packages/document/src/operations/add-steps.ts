import { castDraft } from 'mutative';
import type { Mask, Step } from '../composition';
import { layerName, type Operation, unlockedLayer } from './operation';

/** What several steps are called: the one's name, or how many they are. */
function namesOf(steps: readonly Step[]): string {
  return steps.length === 1 ? (steps[0]?.name ?? 'a step') : `${steps.length} steps`;
}

/**
 * Adds steps to the chain of a layer; `at` counts from the first, and the last place is the default. `masks` are
 * those that they use and that are not there yet.
 */
export const addSteps: Operation<{
  layer: string;
  steps: readonly Step[];
  at?: number;
  masks?: readonly Mask[];
}> = {
  name: 'addSteps',
  words: (before, { layer, steps }) => `Added ${namesOf(steps)} to ${layerName(before, layer)}`,
  change(draft, { layer, steps, at, masks = [] }) {
    const chain = unlockedLayer(draft, layer).steps;
    for (const mask of masks) draft.masks[mask.id] = castDraft(mask);
    chain.splice(at ?? chain.length, 0, ...castDraft([...steps]));
  },
};
