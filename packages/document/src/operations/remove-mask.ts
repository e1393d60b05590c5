import { layerName, type Operation, unlockedLayer } from './operation';

export const removeMask: Operation<{ layer: string }> = {
  name: 'removeMask',
  words: (before, { layer }) => `Deleted the mask of ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    const maskId = layer.maskUse?.mask;
    layer.maskUse = null;
    const stillUsed = draft.layers.some((each) => each.maskUse?.mask === maskId);
    const at = draft.masks.findIndex((mask) => mask.id === maskId);
    if (!stillUsed && at >= 0) draft.masks.splice(at, 1);
  },
};
