import { draftLayer, layerName, type Operation } from './operation';

export const lockLayer: Operation<{ layer: string; locked: boolean }> = {
  name: 'lockLayer',
  words: (before, { layer, locked }) =>
    `${locked ? 'Locked' : 'Unlocked'} ${layerName(before, layer)}`,
  change(draft, { layer, locked }) {
    draftLayer(draft, layer).locked = locked;
  },
};
