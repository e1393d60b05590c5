import { castDraft } from 'mutative';
import type { Fill } from '../composition';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Changes what a fill layer is filled with. */
export const setFill: Operation<{ layer: string; fill: Fill }> = {
  name: 'setFill',
  words: (before, { layer }) => `Fill of ${layerName(before, layer)}`,
  change(draft, { layer: id, fill }) {
    const layer = unlockedLayer(draft, id);
    if (layer.content.kind !== 'fill') throw new OperationRefused(`${layer.name} is no fill.`);
    layer.content.fill = castDraft(fill);
  },
};
