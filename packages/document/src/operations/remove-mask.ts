import { dropUnusedMask } from './drop-unused-mask';
import { layerName, type Operation, unlockedLayer } from './operation';

export const removeMask: Operation<{ layer: string }> = {
  name: 'removeMask',
  words: (before, { layer }) => `Deleted the mask of ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    const maskId = layer.maskUse?.mask;
    layer.maskUse = null;
    dropUnusedMask(draft, maskId);
  },
};
