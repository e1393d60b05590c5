import { layerName, type Operation, unlockedLayer } from './operation';

/** Whether a layer keeps its place while all else of it may be changed. */
export const lockPlace: Operation<{ layer: string; locked: boolean }> = {
  name: 'lockPlace',
  words: (before, { layer, locked }) =>
    `${locked ? 'Locked' : 'Unlocked'} the place of ${layerName(before, layer)}`,
  change(draft, { layer, locked }) {
    unlockedLayer(draft, layer).placeLocked = locked;
  },
};
