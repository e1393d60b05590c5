import { layerById, layersInDepth } from '@diplex/document';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';

/** Takes the nearest layer in hand when the one that was is gone, by undo for one. */
export function keepLayerInHand(): () => void {
  return useComposition.subscribe(({ composition }) => {
    const { layer, take } = useHand.getState();
    const { alsoChosen, maskedStep } = useHand.getState();
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
