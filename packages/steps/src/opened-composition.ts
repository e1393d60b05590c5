import {
  type Composition,
  CompositionInvalid,
  type DocumentProblem,
  type GeneratedContent,
  type History,
  isGenerated,
  isGlass,
  openedDocument as openedByShape,
  type Step,
  validateComposition as validatedByShape,
} from '@diplex/document';
import { generatedOf, presentGenerated } from './generated/table';
import { presentValues, valueProblems } from './step-values';
import { stepEntry } from './table';

function problemsOf(step: Step, onGlass: boolean, where: string): DocumentProblem[] {
  const definition = stepEntry(step.kind)?.definition;
  if (!definition) return [{ where: `${where}.kind`, says: `there is no step ${step.kind}` }];
  if (step.version > definition.version) {
    const says = `is ${step.version}, made by a newer Diplex; this one reads up to ${definition.version}`;
    return [{ where: `${where}.version`, says }];
  }
  if (onGlass && definition.on === 'covered') {
    return [{ where: `${where}.kind`, says: 'goes round an edge, which a glass does not have' }];
  }
  return valueProblems(definition, presentValues(step)).map(({ field, says }) => ({
    where: `${where}.values.${field}`,
    says,
  }));
}

function generatedProblems(content: GeneratedContent, where: string): DocumentProblem[] {
  const definition = generatedOf(content.of)?.definition;
  if (!definition) return [{ where: `${where}.of`, says: `there is no ${content.of}` }];
  if (content.version > definition.version) {
    const says = `is ${content.version}, made by a newer Diplex; this one reads up to ${definition.version}`;
    return [{ where: `${where}.version`, says }];
  }
  return valueProblems(definition, presentGenerated(content)).map(({ field, says }) => ({
    where: `${where}.values.${field}`,
    says,
  }));
}

/** What is wrong with the steps and the generated layers of a composition that is well-formed otherwise. */
export function stepProblems(composition: Composition): DocumentProblem[] {
  return Object.values(composition.layers).flatMap((layer) => [
    ...(isGenerated(layer) ? generatedProblems(layer.content, `layers.${layer.id}.content`) : []),
    ...layer.steps.flatMap((step, at) =>
      problemsOf(step, isGlass(layer), `layers.${layer.id}.steps[${at}]`),
    ),
  ]);
}

function checked(composition: Composition): Composition {
  const problems = stepProblems(composition);
  if (problems.length > 0) throw new CompositionInvalid(problems);
  return composition;
}

/**
 * Checks any value that claims to be a composition, its steps by the catalogue, and returns it as one of the
 * present schema.
 * @throws CompositionInvalid, whose problems name the places
 */
export function validateComposition(value: unknown): Composition {
  return checked(validatedByShape(value));
}

/** The same with the history that led to it; says whether they were of an earlier schema. */
export function openedDocument(
  value: unknown,
  history: History,
): { composition: Composition; history: History; migrated: boolean } {
  const opened = openedByShape(value, history);
  checked(opened.composition);
  return opened;
}
