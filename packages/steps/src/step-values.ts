import type { Step } from '@diplex/document';
import type { StepDefinition } from './definition';
import { fieldProblem } from './field-rules';
import type { Fields, ValuesOf } from './fields';
import { definitionOf } from './table';

/** What is wrong with a value of a step. */
export interface ValueProblem {
  readonly field: string;
  readonly says: string;
}

/** What values are checked by. */
type Checks = Pick<StepDefinition, 'fields' | 'holds'>;

/** What is wrong with values: each by itself, and then together. */
export function valueProblems(
  { fields, holds }: Checks,
  values: Readonly<Record<string, unknown>>,
): ValueProblem[] {
  const unknown = Object.keys(values).filter((name) => !Object.hasOwn(fields, name));
  const single = Object.entries(fields).flatMap(([name, field]): ValueProblem[] => {
    const says = fieldProblem(field, values[name]);
    return says === null ? [] : [{ field: name, says }];
  });
  const problems = [
    ...unknown.map((field) => ({ field, says: 'is not one of its values' })),
    ...single,
  ];
  if (problems.length > 0) return problems;
  const together = holds?.(values as ValuesOf<Fields>);
  return together ? [together] : [];
}

/** The values of a step as those of the present version of its kind. */
export function presentValues({ kind, version, values }: Step): ValuesOf<Fields> {
  const definition = definitionOf(kind);
  let present: object = values;
  for (let at = version; at < definition.version; at++) {
    present = definition.migrations?.[at]?.({ ...present }) ?? present;
  }
  return present as ValuesOf<Fields>;
}

/** Whether a step changes anything. */
export function isAtWork(step: Step): boolean {
  if (!step.shown || step.amount === 0) return false;
  const { brushed, neutral } = definitionOf(step.kind);
  return !(brushed && !step.brushed) && !neutral(presentValues(step));
}
