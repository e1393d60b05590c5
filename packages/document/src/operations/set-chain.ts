import { castDraft } from 'mutative';
import type { Step } from '../composition';
import { layerName, type Operation, unlockedLayer } from './operation';

/** Gives a layer another chain: its steps with others among them, or with other values. `said` tells what for. */
export const setChain: Operation<{ layer: string; steps: readonly Step[]; said: string }> = {
  name: 'setChain',
  words: (before, { layer, said }) => `${said}: ${layerName(before, layer)}`,
  change(draft, { layer, steps }) {
    const target = unlockedLayer(draft, layer);
    const known = new Map(target.steps.map((step) => [step.id, JSON.stringify(step)]));
    const same = (step: Step, i: number) =>
      target.steps[i]?.id === step.id && known.get(step.id) === JSON.stringify(step);
    if (steps.length === target.steps.length && steps.every(same)) return;
    target.steps = castDraft([...steps]);
  },
};
