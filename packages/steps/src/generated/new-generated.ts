import type { GeneratedContent, Size } from '@diplex/document';
import { startValues } from '../definition';
import type { GeneratedDefinition } from './generated';

/** New generated content of a kind, with the values that it starts from unless others are given. */
export function newGenerated(
  definition: GeneratedDefinition,
  { width, height }: Size,
  seed: number,
  values: Readonly<Record<string, unknown>> = {},
): GeneratedContent {
  const { kind: of, version } = definition;
  return {
    ...{ kind: 'generated', of, version, seed, size: { width, height } },
    values: { ...startValues(definition), ...values },
  };
}
