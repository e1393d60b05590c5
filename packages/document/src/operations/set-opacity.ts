import { RANGES } from '../ranges';
import { layerName, type Operation, unlockedLayer } from './operation';

/** `opacity` from 0 to 1. */
export const setOpacity: Operation<{ layer: string; opacity: number }> = {
  name: 'setOpacity',
  words: (before, { layer, opacity }) =>
    `Opacity of ${layerName(before, layer)} to ${Math.round(opacity * 100)} %`,
  change(draft, { layer, opacity }) {
    unlockedLayer(draft, layer).opacity = Math.max(
      RANGES.share.least,
      Math.min(RANGES.share.most, opacity),
    );
  },
};
