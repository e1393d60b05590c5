import {
  type Composition,
  layerById,
  layersInDepth,
  masksOf,
  withDescendants,
} from '@diplex/document';
import { type OpenComposition, useComposition } from './composition-store';
import { useHand } from './hand-store';
import { takeLayer } from './take-layer';

/** The layers of a composition that another one does not have, or has otherwise, far to near. */
function layersChanged(now: Composition, before: Composition): string[] {
  const changed = (layer: string) => {
    const [here, there] = [layerById(now, layer), layerById(before, layer)];
    if (here !== there || !here) return true;
    return masksOf(here).some((mask) => now.masks[mask] !== before.masks[mask]);
  };
  return layersInDepth(now).flatMap(({ id }) => (changed(id) ? [id] : []));
}

/** Whether a step was undone or redone, rather than made. */
function wentThroughHistory(now: OpenComposition, before: OpenComposition): boolean {
  const [to, from] = [now.history, before.history];
  return now.id === before.id && to.entries === from.entries && to.position !== from.position;
}

/** What undo and redo changed, where it is not in hand already: itself, or inside of a group that is. */
function changedElsewhere(
  now: OpenComposition,
  before: OpenComposition,
  inHand: string | null,
): string | null {
  if (!wentThroughHistory(now, before)) return null;
  const changed = layersChanged(now.composition, before.composition);
  const mine = withDescendants(now.composition, inHand ?? '');
  if (mine.some(({ id }) => changed.includes(id))) return null;
  return changed.at(-1) ?? null;
}

/**
 * Keeps a layer in hand that is there: the one that undo or redo changed, and the nearest when the one that was in hand is
 * gone. Returns a way to end it.
 */
export function keepLayerInHand(): () => void {
  return useComposition.subscribe((now, before) => {
    const { composition } = now;
    if (composition === before.composition) return;
    const { layer, take, alsoChosen, maskedStep } = useHand.getState();
    const changed = changedElsewhere(now, before, layer);
    if (changed !== null) {
      takeLayer(changed);
      return;
    }
    const steps = layerById(composition, layer ?? '')?.steps ?? [];
    if (maskedStep !== null && !steps.some(({ id }) => id === maskedStep)) {
      take({ maskedStep: null, part: null });
    }
    const left = alsoChosen.filter((id) => layerById(composition, id));
    if (left.length < alsoChosen.length) take({ alsoChosen: left });
    if (layer === null || layerById(composition, layer)) return;
    const next = left[0] ?? layersInDepth(composition).at(-1)?.id ?? null;
    take({ layer: next, alsoChosen: left.filter((id) => id !== next), part: null });
  });
}
