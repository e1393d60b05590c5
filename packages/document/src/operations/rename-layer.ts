import { draftLayer, layerName, type Operation } from './operation';

export const renameLayer: Operation<{ layer: string; name: string }> = {
  name: 'renameLayer',
  words: (before, { layer, name }) => `Renamed ${layerName(before, layer)} to ${name}`,
  change(draft, { layer, name }) {
    draftLayer(draft, layer).name = name;
  },
};
