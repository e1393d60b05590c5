import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Shows what the mask hid and hides what it showed, for this layer. */
export const turnMaskRound: Operation<{ layer: string }> = {
  name: 'turnMaskRound',
  words: (before, { layer }) => `Turned the mask of ${layerName(before, layer)} round`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    if (!layer.maskUse) throw new OperationRefused(`${layer.name} has no mask to turn round.`);
    layer.maskUse.turnedRound = !layer.maskUse.turnedRound;
  },
};
