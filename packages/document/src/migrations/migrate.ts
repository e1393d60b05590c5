import { apply } from 'mutative';
import { SCHEMA_VERSION } from '../composition';
import { difference } from '../difference';
import type { History } from '../history';
import type { HistoryEntry, Patch } from '../operations/operation';
import { toSchema6 } from './to-schema-6';
import { toSchema7 } from './to-schema-7';

/** What takes a document from a schema to a later one; schemas 2 to 5 only added what may be left out. */
const STEPS: readonly { readonly below: number; readonly step: (document: object) => object }[] = [
  { below: 6, step: toSchema6 },
  { below: 7, step: toSchema7 },
];

/** Whether a value says that it is a composition of an earlier schema. */
export function isOlder(document: unknown): document is object {
  const schema = (document as { schema?: unknown } | null)?.schema;
  return Number.isInteger(schema) && Number(schema) >= 1 && Number(schema) < SCHEMA_VERSION;
}

/**
 * A document of an earlier schema as one of the present schema, still to be checked.
 * @throws MigrationRefused where it is not even what its own schema says
 */
export function migrated(document: object): object {
  return STEPS.reduce((value, { below, step }) => {
    return (value as { schema: number }).schema < below ? step(value) : value;
  }, document);
}

/**
 * The history of a document of an earlier schema, told in patches of the present one: every state that it
 * goes through is migrated, so that undo leads where it led.
 * @throws MigrationRefused, or an Error when a step does not fit
 */
export function migratedHistory(document: object, { entries, position }: History): History {
  const patched = (value: object, patches: readonly Patch[]) => apply(value, [...patches]);
  let state = document;
  for (let at = position; at > 0; at--) state = patched(state, entries[at - 1]?.inverse ?? []);
  let before = migrated(state);
  const told = entries.map((entry): HistoryEntry => {
    state = patched(state, entry.patches);
    const after = migrated(state);
    const step = { patches: difference(before, after), inverse: difference(after, before) };
    before = after;
    return { ...entry, ...step };
  });
  return { entries: told, position };
}
