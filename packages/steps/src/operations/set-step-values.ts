import { type Operation, OperationRefused, type Step, unlockedStep } from '@diplex/document';
import { amountSaid } from '../amount-said';
import type { Field } from '../fields';
import { presentValues, valueProblems } from '../step-values';
import { definitionOf } from '../table';

function said(step: Step | undefined, values: Readonly<Record<string, unknown>>): string {
  if (!step) return 'Changed a step';
  const [[name, value] = [], ...more] = Object.entries(values);
  const field: Field | undefined = definitionOf(step.kind).fields[name ?? ''];
  if (!field || more.length > 0) return step.name;
  if (field.kind === 'amount') return `${step.name}: ${field.words} to ${amountSaid(field, value)}`;
  if (field.kind !== 'choice') return `${step.name}: ${field.words}`;
  const chosen = field.of.find(([each]) => each === value)?.[1] ?? '';
  return `${step.name}: ${field.words} ${chosen}`;
}

/** Changes values of a step; those that are not named stay. Values that its kind refuses change nothing. */
export const setStepValues: Operation<{
  layer: string;
  step: string;
  values: Readonly<Record<string, unknown>>;
}> = {
  name: 'setStepValues',
  words: (before, { layer, step, values }) =>
    said(
      before.layers[layer]?.steps.find(({ id }) => id === step),
      values,
    ),
  change(draft, args) {
    const step = unlockedStep(draft, args.layer, args.step);
    const definition = definitionOf(step.kind);
    const values = { ...presentValues(step as Step), ...args.values };
    const [problem] = valueProblems(definition, values);
    if (problem) {
      const words = definition.fields[problem.field]?.words ?? problem.field;
      throw new OperationRefused(`${words} ${problem.says}.`);
    }
    step.version = definition.version;
    // Only what changed, so that the history's patches stay small.
    Object.assign(step.values, args.values);
    for (const [name, value] of Object.entries(values)) {
      if (!Object.hasOwn(step.values, name)) step.values[name] = value;
    }
  },
};
