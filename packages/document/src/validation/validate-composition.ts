import { type ClassConstructor, plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { type Composition, SCHEMA_VERSION } from '../composition';
import type { History } from '../history';
import { isOlder, MigrationRefused, migrated, migratedHistory } from '../migrations';
import { CompositionSchema, LayerSchema, MaskSchema, ScenePlaneSchema } from './composition-schema';
import { crossProblems } from './cross-problems';
import { type DocumentProblem, problemsOf } from './problems';

/** A document that is not a composition; `problems` says where. */
export class CompositionInvalid extends Error {
  override readonly name = 'CompositionInvalid';
  constructor(readonly problems: readonly DocumentProblem[]) {
    const [first] = problems;
    const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
    super(`This composition cannot be read. ${first?.where ?? ''}: ${first?.says ?? ''}${more}`);
  }
}

/** An earlier document as one of the present schema. */
function brought(value: object): object {
  if (!isOlder(value)) return value;
  try {
    return migrated(value);
  } catch (error) {
    if (!(error instanceof MigrationRefused)) throw error;
    throw new CompositionInvalid([{ where: error.where, says: error.says }]);
  }
}

function fieldProblems(
  schema: ClassConstructor<object>,
  value: unknown,
  inside = '',
): DocumentProblem[] {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return [{ where: inside, says: 'must be an object' }];
  }
  const instance = plainToInstance(schema, value);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true });
  return problemsOf(errors, inside);
}

function eachOf(schema: ClassConstructor<object>, value: unknown, name: string): DocumentProblem[] {
  return Object.entries(value ?? {}).flatMap(([id, each]) =>
    fieldProblems(schema, each, `${name}.${id}`),
  );
}

/**
 * Checks any value that claims to be a composition and returns it as one of the present schema.
 * Throws CompositionInvalid, whose problems name the places.
 */
export function validateComposition(value: unknown): Composition {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new CompositionInvalid([{ where: 'document', says: 'must be an object' }]);
  }
  const { schema } = value as { schema?: unknown };
  if (typeof schema === 'number' && schema > SCHEMA_VERSION) {
    const says = `is ${schema}, made by a newer Diplex; this one reads up to ${SCHEMA_VERSION}`;
    throw new CompositionInvalid([{ where: 'schema', says }]);
  }
  const current = brought(value);
  const problems = fieldProblems(CompositionSchema, current);
  if (problems.length > 0) throw new CompositionInvalid(problems);
  const composition = current as Composition;
  const each = [
    ...eachOf(LayerSchema, composition.layers, 'layers'),
    ...eachOf(MaskSchema, composition.masks, 'masks'),
    ...eachOf(ScenePlaneSchema, composition.planes, 'planes'),
  ];
  if (each.length > 0) throw new CompositionInvalid(each);
  const crossed = crossProblems(composition);
  if (crossed.length > 0) throw new CompositionInvalid(crossed);
  return composition;
}

/**
 * Checks a document and brings it, with the history that led to it, to the present schema. Says whether they were
 * of an earlier one.
 * @throws CompositionInvalid, and an Error when the steps of an earlier history do not fit
 */
export function openedDocument(
  value: unknown,
  history: History,
): { composition: Composition; history: History; migrated: boolean } {
  const composition = validateComposition(value);
  if (!isOlder(value)) return { composition, history, migrated: false };
  return { composition, history: migratedHistory(value, history), migrated: true };
}
