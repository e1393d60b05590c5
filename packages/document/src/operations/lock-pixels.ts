import { layerName, type Operation, unlockedLayer } from './operation';

/** Whether what a layer is made of stays as it is, while its place, mask and chain may be changed. */
export const lockPixels: Operation<{ layer: string; locked: boolean }> = {
  name: 'lockPixels',
  words: (before, { layer, locked }) =>
    `${locked ? 'Locked' : 'Unlocked'} the pixels of ${layerName(before, layer)}`,
  change(draft, { layer, locked }) {
    unlockedLayer(draft, layer).pixelsLocked = locked;
  },
};
