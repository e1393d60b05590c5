import { newId, type Step } from '@diplex/document';
import { type StepDefinition, startValues } from './definition';

/** A new step of a kind, with the values that it starts from unless others are given. */
export function newStep(
  definition: StepDefinition,
  values: Readonly<Record<string, unknown>> = {},
): Step {
  const { kind, version, words: name, blending = 'normal' } = definition;
  return {
    ...{ id: newId(), kind, version, name, shown: true, amount: 1, blending, maskUse: null },
    values: { ...startValues(definition), ...values },
  };
}
