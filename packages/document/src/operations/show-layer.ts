import { draftLayer, layerName, type Operation } from './operation';

export const showLayer: Operation<{ layer: string; shown: boolean }> = {
  name: 'showLayer',
  words: (before, { layer, shown }) => `${shown ? 'Showed' : 'Hid'} ${layerName(before, layer)}`,
  change(draft, { layer, shown }) {
    draftLayer(draft, layer).shown = shown;
  },
};
