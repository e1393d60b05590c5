import * as catalogue from './catalogue';
import type { StepDefinition } from './definition';
import type { StepEntry } from './entry';

/** Every kind of step, in the order of the catalogue. */
export const STEPS: readonly StepEntry[] = Object.values(catalogue);

const BY_KIND = new Map(STEPS.map((each) => [each.definition.kind, each]));

/** A kind of step; undefined when there is none of that name. */
export function stepEntry(kind: string): StepEntry | undefined {
  return BY_KIND.get(kind);
}

/** The definition of a step that is in a checked document. */
export function definitionOf(kind: string): StepDefinition {
  const found = stepEntry(kind);
  if (!found) throw new Error(`There is no step ${kind}.`);
  return found.definition;
}
