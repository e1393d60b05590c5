import { bendShown, layerById } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { whyKept } from '../place/why-kept';
import type { Points } from '../points';
import { drawPoint, gridOf, whyUnbent } from './bend-tool';
import { useBending } from './settings';

/** The points of the bend of the layer in hand. */
export function bendPoints(): Points | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer || whyUnbent(layer) || whyKept(composition, layer, 'bend')) return null;
  const places = bendShown(composition, layer, gridOf(layer).points);
  const { point, set } = useBending.getState();
  return {
    count: places.length,
    chosen: point < places.length ? point : null,
    choose: (index) => set({ point: index }),
    nudge(index, by) {
      const at = places[index];
      if (at) drawPoint('perform', layer, index, { x: at.x + by.x, y: at.y + by.y });
    },
  };
}
