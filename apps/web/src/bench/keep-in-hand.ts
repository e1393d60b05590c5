import { useComposition } from './composition-store';
import { useHand } from './hand-store';

/** Takes the nearest layer in hand when the one that was is gone, by undo for one. */
export function keepLayerInHand(): () => void {
  return useComposition.subscribe(({ composition }) => {
    const { layer, take } = useHand.getState();
    if (layer === null || composition.layers.some(({ id }) => id === layer)) return;
    take({ layer: composition.layers.at(-1)?.id ?? null, part: null });
  });
}
