import { layerName, type Operation, unlockedLayer } from './operation';

/** How much of a layer's content shows, 0 to 1; what its steps lay round it is not touched. */
export const setContentOpacity: Operation<{ layer: string; opacity: number }> = {
  name: 'setContentOpacity',
  words: (before, { layer, opacity }) =>
    `Content of ${layerName(before, layer)} to ${Math.round(opacity * 100)} %`,
  change(draft, { layer, opacity }) {
    unlockedLayer(draft, layer).contentOpacity = opacity;
  },
};
