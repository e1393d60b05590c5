import { castDraft, type Draft } from 'mutative';
import type { Fill } from '../composition';
import { drawableLayer, layerName, type Operation, OperationRefused } from './operation';

/** Changes what a fill layer, shapes or a text are filled with. */
export const setFill: Operation<{ layer: string; fill: Fill }> = {
  name: 'setFill',
  words: (before, { layer }) => `Fill of ${layerName(before, layer)}`,
  change(draft, { layer: id, fill }) {
    const layer = drawableLayer(draft, id);
    const { kind } = layer.content;
    if (kind !== 'fill' && kind !== 'shape' && kind !== 'lettering')
      throw new OperationRefused(`${layer.name} is no fill.`);
    (layer.content as { fill: Draft<Fill> }).fill = castDraft(fill);
  },
};
