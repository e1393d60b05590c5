import {
  type Composition,
  isGroup,
  isPhoto,
  isShown,
  type Layer,
  layersInDepth,
  originalOf,
  withDescendants,
} from '@diplex/document';
import type { Source } from '../link/server';

/** The sources of layers that show one, groups and showings of others looked into. */
function sourcesShown(composition: Composition, layer: Layer): readonly string[] {
  const original = originalOf(composition, layer) ?? layer;
  const all = isGroup(original) ? withDescendants(composition, original.id) : [original];
  return all.filter(isPhoto).map(({ content }) => content.source);
}

/** What is to be said of the rights in what a layer shows: the worst of it; null where any use is allowed. */
export function strictestTerms(
  composition: Composition,
  layer: Layer,
  sources: readonly Source[],
): 'credited' | 'barred' | null {
  const shown = new Set(sourcesShown(composition, layer));
  const terms = sources.filter(({ hash }) => shown.has(hash)).map((source) => source.terms);
  return (['barred', 'credited'] as const).find((each) => terms.includes(each)) ?? null;
}

/** What of a composition's sources is wrong for a delivery. */
export interface RightsTrouble {
  readonly source: Source;
  readonly words: string;
}

/** The sources of what is shown that must not be delivered, and those that ask for a credit and have none, the worst first. */
export function rightsTroubles(
  composition: Composition,
  sources: readonly Source[],
): RightsTrouble[] {
  // What is in a group comes by itself, where it is shown.
  const shown = layersInDepth(composition).filter(
    (layer) => !isGroup(layer) && isShown(composition, layer),
  );
  const used = new Set(shown.flatMap((layer) => sourcesShown(composition, layer)));
  const mine = sources.filter(({ hash }) => used.has(hash));
  const barred = mine
    .filter(({ terms }) => terms === 'barred')
    .map((source) => ({ source, words: `${source.title} is not to be delivered.` }));
  const nameless = mine
    .filter(({ terms, credit }) => terms === 'credited' && credit.trim() === '')
    .map((source) => ({ source, words: `${source.title} needs a credit line and has none.` }));
  return [...barred, ...nameless];
}
