import { layerName, type Operation, unlockedLayer } from './operation';

/** Takes a layer away, and its mask with it unless another layer uses that too. */
export const removeLayer: Operation<{ layer: string }> = {
  name: 'removeLayer',
  words: (before, { layer }) => `Deleted ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    const maskId = layer.maskUse?.mask;
    draft.layers.splice(
      draft.layers.findIndex((each) => each.id === layer.id),
      1,
    );
    const stillUsed = draft.layers.some((each) => each.maskUse?.mask === maskId);
    const maskAt = draft.masks.findIndex((mask) => mask.id === maskId);
    if (!stillUsed && maskAt >= 0) draft.masks.splice(maskAt, 1);
  },
};
