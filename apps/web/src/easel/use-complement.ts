import { layerById, maskOf } from '@diplex/document';
import { useEffect } from 'react';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine } from '../bench/engine';
import { useHand } from '../bench/hand-store';

/** Keeps the complement of what is cut out at hand while it is the backdrop. */
export function useComplement(): void {
  const wanted = useHand((state) => state.view === 'backdrop' && state.backdrop === 'complement');
  const id = useHand((state) => state.layer);
  const layer = useComposition(({ composition }) => layerById(composition, id ?? ''));
  const mask = useComposition(({ composition }) => layer && maskOf(composition, layer));
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the mean colour depends on
  useEffect(() => {
    if (!wanted || !layer) return;
    let stays = true;
    const composition = compositionKey(useComposition.getState().composition);
    const ask = { composition, layer: layer.id };
    const find = async () => {
      const mean = await pageEngine().run('mean-colour', ask, { priority: 25 });
      if (!mean || !stays) return;
      const complement = { r: 255 - mean.r, g: 255 - mean.g, b: 255 - mean.b };
      useHand.getState().take({ complement });
    };
    void find().catch(() => undefined);
    return () => {
      stays = false;
    };
  }, [wanted, layer, mask]);
}
