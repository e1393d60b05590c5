import {
  type CompositionDraft,
  type GeneratedContent,
  type Layer,
  layerById,
  lockedBy,
  type Operation,
  OperationRefused,
} from '@diplex/document';
import { amountSaid } from '../amount-said';
import type { Field } from '../fields';
import { generatedDefinition, presentGenerated } from '../generated/table';
import { valueProblems } from '../step-values';

export interface GeneratedChange {
  readonly values?: Readonly<Record<string, unknown>>;
  readonly seed?: number;
  readonly cover?: string | null;
}

function generatedIn(draft: CompositionDraft, id: string): GeneratedContent {
  const layer = draft.layers[id];
  if (layer?.content.kind !== 'generated') {
    throw new OperationRefused(`${layer?.name ?? 'The layer'} is not generated.`);
  }
  if (lockedBy(draft as never, layer as Layer)) {
    throw new OperationRefused(`${layer.name} is locked. Unlock it first.`);
  }
  return layer.content as GeneratedContent;
}

function said(layer: Layer | undefined, { values, seed, cover }: GeneratedChange): string {
  if (layer?.content.kind !== 'generated') return 'Changed a generated layer';
  if (seed !== undefined) return `${layer.name}: another one`;
  if (cover !== undefined) return `${layer.name}: what covers it`;
  const [[name, value] = [], ...more] = Object.entries(values ?? {});
  const field: Field | undefined = generatedDefinition(layer.content.of).fields[name ?? ''];
  if (!field || more.length > 0) return layer.name;
  if (field.kind === 'amount')
    return `${layer.name}: ${field.words} to ${amountSaid(field, value)}`;
  return `${layer.name}: ${field.words}`;
}

/** Changes a generated layer: its values, of which those that are not named stay, its seed, or what covers its light. */
export const setGenerated: Operation<{ layer: string; change: GeneratedChange }> = {
  name: 'setGenerated',
  words: (before, { layer, change }) => said(layerById(before, layer), change),
  change(draft, { layer, change }) {
    const content = generatedIn(draft, layer) as {
      -readonly [Key in keyof GeneratedContent]: GeneratedContent[Key];
    };
    if (change.seed !== undefined) content.seed = change.seed;
    if (change.cover !== undefined) content.cover = change.cover;
    if (!change.values) return;
    const definition = generatedDefinition(content.of);
    const present = presentGenerated(content);
    const [problem] = valueProblems(definition, { ...present, ...change.values });
    if (problem) {
      const words = definition.fields[problem.field]?.words ?? problem.field;
      throw new OperationRefused(`${words} ${problem.says}.`);
    }
    content.version = definition.version;
    const values = content.values as Record<string, unknown>;
    Object.assign(values, change.values);
    for (const [name, value] of Object.entries(present)) {
      if (!Object.hasOwn(values, name)) values[name] = value;
    }
  },
};
