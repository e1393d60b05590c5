import type { Computation } from './computation';
import type { StepDefinition } from './definition';
import type { Fields, ValuesOf } from './fields';

/** A kind of step: what it is, and how its pixels are worked out. */
export interface StepEntry {
  readonly definition: StepDefinition;
  readonly compute: Computation<ValuesOf<Fields>>;
}

/** The values that a document has for a step were checked by its definition. */
export function entry<Of extends Fields>(
  definition: StepDefinition<Of>,
  compute: Computation<ValuesOf<Of>>,
): StepEntry {
  return { definition, compute } as unknown as StepEntry;
}
