import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { type Composition, SCHEMA_VERSION } from '../composition';
import { CompositionSchema } from './composition-schema';
import { LIMITS } from './limits';
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

function repeated(ids: readonly string[]): string[] {
  return ids.filter((id, at) => ids.indexOf(id) !== at);
}

/** What single fields cannot tell: names used twice, masks that are missing, too large a canvas. */
function crossProblems(composition: Composition): DocumentProblem[] {
  const { canvas, layers, masks } = composition;
  const problems: DocumentProblem[] = [];
  if (canvas.width * canvas.height > LIMITS.canvasPixels) {
    const says = `must have at most ${LIMITS.canvasPixels / 1e6} million pixels`;
    problems.push({ where: 'canvas', says });
  }
  for (const id of repeated(layers.map((layer) => layer.id))) {
    problems.push({ where: 'layers', says: `two layers have the id ${id}` });
  }
  for (const id of repeated(masks.map((mask) => mask.id))) {
    problems.push({ where: 'masks', says: `two masks have the id ${id}` });
  }
  masks.forEach((mask, at) => {
    for (const id of repeated(mask.parts.map((part) => part.id))) {
      problems.push({ where: `masks[${at}].parts`, says: `two parts have the id ${id}` });
    }
  });
  const known = new Set(masks.map((mask) => mask.id));
  layers.forEach((layer, at) => {
    if (layer.maskUse && !known.has(layer.maskUse.mask)) {
      const says = `there is no mask ${layer.maskUse.mask}`;
      problems.push({ where: `layers[${at}].maskUse.mask`, says });
    }
  });
  const { area } = composition;
  if (area && !known.has(area.mask)) {
    problems.push({ where: 'area.mask', says: `there is no mask ${area.mask}` });
  }
  return problems;
}

/**
 * Checks any value that claims to be a composition and returns it as one.
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
  // All that later schemas added may be left out, so older documents are ones of the present schema.
  const older = Number.isInteger(schema) && Number(schema) >= 1 && Number(schema) < SCHEMA_VERSION;
  const current = older ? { ...value, schema: SCHEMA_VERSION } : value;
  const instance = plainToInstance(CompositionSchema, current);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true });
  const problems = problemsOf(errors);
  if (problems.length > 0) throw new CompositionInvalid(problems);
  const composition = current as Composition;
  const crossed = crossProblems(composition);
  if (crossed.length > 0) throw new CompositionInvalid(crossed);
  return composition;
}
