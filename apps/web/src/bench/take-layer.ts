import { layerById, maskOf } from '@diplex/document';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';

/** Takes a layer in hand, alone, and the part of its mask that was worked on last. */
export function takeLayer(layer: string): void {
  const { take, lastParts } = useHand.getState();
  const { composition } = useComposition.getState();
  const known = layerById(composition, layer);
  const parts = (known && maskOf(composition, known)?.parts) ?? [];
  const last = parts.find(({ id }) => id === lastParts[layer]);
  take({ layer, part: last?.id ?? null });
}
