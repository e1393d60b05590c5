import type { Step } from '../composition';
import { layerName, type Operation, stepName, unlockedStep } from './operation';

export type StepChange = Partial<Pick<Step, 'name' | 'shown' | 'amount' | 'blending'>>;

function said(name: string, { name: renamed, shown, amount, blending }: StepChange): string {
  if (renamed !== undefined) return `Called ${name} ${renamed}`;
  if (shown !== undefined) return shown ? `Switched ${name} on` : `Switched ${name} off`;
  if (amount !== undefined) return `Amount of ${name} to ${Math.round(amount * 100)} %`;
  return `Blending of ${name}: ${blending}`;
}

/** Changes how a step counts: its name, whether it works, its amount and blending. */
export const changeStep: Operation<{ layer: string; step: string; change: StepChange }> = {
  name: 'changeStep',
  words: (before, { layer, step, change }) =>
    `${said(stepName(before, layer, step), change)}: ${layerName(before, layer)}`,
  change(draft, { layer, step, change }) {
    Object.assign(unlockedStep(draft, layer, step), change);
  },
};
