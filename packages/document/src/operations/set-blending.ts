import type { LayerBlending } from '../blending';
import { layerName, type Operation, unlockedLayer } from './operation';

export const setBlending: Operation<{ layer: string; blending: LayerBlending }> = {
  name: 'setBlending',
  words: (before, { layer, blending }) => `Blending of ${layerName(before, layer)} to ${blending}`,
  change(draft, { layer, blending }) {
    unlockedLayer(draft, layer).blending = blending;
  },
};
