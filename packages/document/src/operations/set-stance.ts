import { castDraft } from 'mutative';
import type { Stance } from '../composition';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** The foot and the eye level of a layer. */
export const setStance: Operation<{ layer: string; stance: Stance | null }> = {
  name: 'setStance',
  words: (before, { layer }) => `Foot and eye level of ${layerName(before, layer)}`,
  change(draft, args) {
    const { stance } = args;
    if (stance && stance.eye === stance.foot.y) {
      throw new OperationRefused('The eye level cannot lie at the foot. Move one of them.');
    }
    unlockedLayer(draft, args.layer).stance = castDraft(stance);
  },
};
