import { holderName, type Operation, OperationRefused, unlockedHolder } from './operation';

/** How much of what its mask hides is hidden of a layer, or left as it was by a step, 0..1. */
export const setDensity: Operation<{ layer: string; density: number }> = {
  name: 'setDensity',
  words: (before, { layer, density }) =>
    `Density of the mask of ${holderName(before, layer)} to ${Math.round(density * 100)} %`,
  change(draft, args) {
    const { at, name } = unlockedHolder(draft, args.layer);
    if (!at.maskUse) throw new OperationRefused(`${name} has no mask.`);
    at.maskUse.density = args.density;
  },
};
