import { dropUnusedMask } from './drop-unused-mask';
import { layerName, type Operation, unlockedLayer } from './operation';

/** Takes a layer away, and its mask with it unless that is used elsewhere or kept on the shelf. */
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
    dropUnusedMask(draft, maskId);
  },
};
