import { castDraft, current } from 'mutative';
import type { Composition, Layer } from '../composition';
import { IDENTITY, invert, type Matrix, multiply } from '../geometry/matrix';
import { layerMatrix, maskMatrix } from '../placing';
import { holdersOf } from '../tree';
import { cleanSolved } from './clean-solved';
import { dropUnusedMask } from './drop-unused-mask';
import { draftMask, holderName, type Operation, unlockedHolder } from './operation';

/**
 * Has a layer or a step use a mask that is there already: both share it, and what changes one changes the
 * other. On the canvas the mask lies where it lies for the layer that uses it now. One that no layer
 * uses lies on the layer's own pixels, or on those of the canvas when it was made there.
 */
export const shareMask: Operation<{ layer: string; mask: string }> = {
  name: 'shareMask',
  words: (before, { layer, mask }) => {
    const name = before.masks[mask]?.shelf ?? 'a shared mask';
    return `${holderName(before, layer)} uses ${name}`;
  },
  change(draft, args) {
    const { layer, at } = unlockedHolder(draft, args.layer);
    const mask = draftMask(draft, args.mask);
    const before = at.maskUse?.mask;
    const scene = current(draft) as Composition;
    const user = holdersOf(scene, mask.id).find((each) => each.id !== args.layer);
    const own = layerMatrix(scene, current(layer) as Layer);
    const unused: Matrix = mask.size ? invert(own) : IDENTITY;
    const lies = user ? multiply(invert(own), maskMatrix(scene, user)) : unused;
    at.maskUse = castDraft({ mask: mask.id, linked: true, turnedRound: false, lies });
    if (before !== mask.id) dropUnusedMask(draft, before);
    cleanSolved(draft, mask.id, current(mask).parts);
  },
};
