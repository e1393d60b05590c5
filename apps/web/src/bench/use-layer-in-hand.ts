import { type Layer, layerById } from '@diplex/document';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';

/** The layer in hand, as it is shown now. */
export function useLayerInHand(): Layer | undefined {
  const id = useHand((state) => state.layer);
  return useComposition((state) => layerById(state.preview ?? state.composition, id ?? ''));
}
