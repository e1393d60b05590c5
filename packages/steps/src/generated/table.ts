import type { GeneratedContent } from '@diplex/document';
import type { Fields, ValuesOf } from '../fields';
import * as catalogue from './catalogue';
import type { GeneratedDefinition, GeneratedEntry } from './generated';

/** Every kind of generated layer, in the order of the catalogue. */
export const GENERATED: readonly GeneratedEntry[] = Object.values(catalogue);

const BY_KIND = new Map(GENERATED.map((each) => [each.definition.kind, each]));

/** A kind of generated layer; undefined when there is none of that name. */
export function generatedOf(kind: string): GeneratedEntry | undefined {
  return BY_KIND.get(kind);
}

/** The definition of what is generated in a checked document. */
export function generatedDefinition(kind: string): GeneratedDefinition {
  const found = generatedOf(kind);
  if (!found) throw new Error(`There is no ${kind} to be generated.`);
  return found.definition;
}

/** The values of generated content as those of the present version of its kind. */
export function presentGenerated({ of, version, values }: GeneratedContent): ValuesOf<Fields> {
  const definition = generatedDefinition(of);
  let present: object = values;
  for (let at = version; at < definition.version; at++) {
    present = definition.migrations?.[at]?.({ ...present }) ?? present;
  }
  return present as ValuesOf<Fields>;
}
