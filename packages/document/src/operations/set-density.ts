import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** How much of what its mask hides is hidden of a layer, 0..1. */
export const setDensity: Operation<{ layer: string; density: number }> = {
  name: 'setDensity',
  words: (before, { layer, density }) =>
    `Density of the mask of ${layerName(before, layer)} to ${Math.round(density * 100)} %`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    if (!layer.maskUse) throw new OperationRefused(`${layer.name} has no mask.`);
    layer.maskUse.density = args.density;
  },
};
