import { type Composition, type HistoryEntry, layerById, layersInDepth } from '@diplex/document';

/**
 * Which layer a step of the history is about: the one in hand when it is among those that were changed, else the first.
 * @returns null where it is about no layer that is there
 */
export function layerChanged(
  composition: Composition,
  { patches }: HistoryEntry,
  inHand: string | null,
): string | null {
  const changed = new Set<string>();
  for (const { path } of patches) {
    const [kind, id] = path as readonly (string | number)[];
    if (kind === 'layers') changed.add(String(id));
    if (kind !== 'masks') continue;
    for (const layer of layersInDepth(composition)) {
      const uses = [layer.maskUse, ...layer.steps.map((step) => step.maskUse)];
      if (uses.some((use) => use?.mask === id)) changed.add(layer.id);
    }
  }
  const there = [...changed].filter((id) => layerById(composition, id));
  if (inHand !== null && there.includes(inHand)) return inHand;
  return there[0] ?? null;
}
