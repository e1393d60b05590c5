import type { Layer } from '@diplex/document';
import { useMemo } from 'react';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';
import { holderIn } from './mask-in-hand';

/** Whose mask the tools change, as it is shown now: the layer in hand or the area's stand-in. */
export function useMaskHolder(): Layer | undefined {
  const makes = useHand((state) => state.makes);
  const layer = useHand((state) => state.layer);
  const maskedStep = useHand((state) => state.maskedStep);
  const shown = useComposition((state) => state.preview ?? state.composition);
  return useMemo(
    () => holderIn(shown, { makes, layer, maskedStep }),
    [shown, makes, layer, maskedStep],
  );
}
