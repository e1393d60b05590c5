import { castDraft, current } from 'mutative';
import type { Composition, Layer } from '../composition';
import { invert, multiply } from '../geometry/matrix';
import { layerMatrix, maskMatrix } from '../placing';
import { dropUnusedMask } from './drop-unused-mask';
import {
  draftLayer,
  holderName,
  layerName,
  type Operation,
  OperationRefused,
  unlockedHolder,
} from './operation';

/**
 * Has a layer or a step leave out what another layer shows: it uses that layer's mask the other way round, where it lies
 * on the canvas. Both share it, so that what is painted in or out of the layer is spared or not as well.
 */
export const spareLayer: Operation<{ layer: string; spared: string }> = {
  name: 'spareLayer',
  words: (before, { layer, spared }) =>
    `${holderName(before, layer)} spares ${layerName(before, spared)}`,
  change(draft, args) {
    const { layer, at } = unlockedHolder(draft, args.layer);
    const thing = current(draftLayer(draft, args.spared)) as Layer;
    if (!thing.maskUse) throw new OperationRefused(`${thing.name} has no mask to be spared by.`);
    const scene = current(draft) as Composition;
    const { mask, turnedRound } = thing.maskUse;
    const before = at.maskUse?.mask;
    const lies = multiply(
      invert(layerMatrix(scene, current(layer) as Layer)),
      maskMatrix(scene, thing),
    );
    at.maskUse = castDraft({ mask, linked: true, turnedRound: !turnedRound, lies });
    if (before !== mask) dropUnusedMask(draft, before);
  },
};
