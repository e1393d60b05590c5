import {
  CompositionInvalid,
  laidOut,
  newComposition,
  newId,
  placedAt,
  plainLayer,
  SCHEMA_VERSION,
  type Step,
} from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import type { ShelvedSteps } from './step-shelf';

/** What a file that holds a look begins with. */
const KIND = 'diplex-look';

/** Why a file holds no look that can be read; the message is for the person at the bench. */
export class LookRefused extends Error {
  override readonly name = 'LookRefused';
}

/** Steps under a name as a file. Masks belong to the composition that they were made in, and are left out. */
export function writeLook({ name, steps }: ShelvedSteps): string {
  const plain = steps.map(({ brushed: _, ...step }) => ({ ...step, maskUse: null }));
  return `${JSON.stringify({ kind: KIND, schema: SCHEMA_VERSION, name, steps: plain }, null, 1)}\n`;
}

/**
 * Reads steps under a name from a file; all of them are checked as if they were in a composition.
 * @throws LookRefused, which says what is wrong
 */
export function readLook(text: string): ShelvedSteps {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new LookRefused('It is no file that Diplex wrote.');
  }
  const { kind, schema, name, steps } = (value ?? {}) as Readonly<Record<string, unknown>>;
  if (kind !== KIND || typeof name !== 'string' || !Array.isArray(steps)) {
    throw new LookRefused('It holds no look: those are written from the shelf of steps.');
  }
  if (Number(schema) > SCHEMA_VERSION) {
    throw new LookRefused('It was written by a newer Diplex.');
  }
  const size = { width: 8, height: 8 };
  const fill = { by: 'colour' as const, colour: { r: 0, g: 0, b: 0, alpha: 1 } };
  const layer = plainLayer('look', 'Look', { kind: 'fill', size, fill }, placedAt({ x: 4, y: 4 }));
  const bare = laidOut(newComposition('Look', size), [{ ...layer, steps: steps as Step[] }]);
  try {
    const checked = validateComposition(bare).layers.look?.steps ?? [];
    const own = checked.map((step) => ({ ...step, id: newId(), maskUse: null }));
    return { name: name.slice(0, 100), steps: own, masks: [] };
  } catch (error) {
    if (!(error instanceof CompositionInvalid)) throw error;
    const [first] = error.problems;
    throw new LookRefused(
      first ? `${first.where.replace('layers.look.', '')} ${first.says}.` : error.message,
    );
  }
}
