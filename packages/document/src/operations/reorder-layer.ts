import { draftLayer, layerName, moveItem, type Operation } from './operation';

/** Moves a layer in depth; `to` is its place from the far end. */
export const reorderLayer: Operation<{ layer: string; to: number }> = {
  name: 'reorderLayer',
  words(before, { layer, to }) {
    const from = before.layers.findIndex((each) => each.id === layer);
    return `Moved ${layerName(before, layer)} ${to > from ? 'nearer' : 'farther'}`;
  },
  change(draft, { layer, to }) {
    draftLayer(draft, layer);
    moveItem(
      draft.layers,
      draft.layers.findIndex((each) => each.id === layer),
      to,
    );
  },
};
