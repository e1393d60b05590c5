import { castDraft, current } from 'mutative';
import { newId } from '../identifiers';
import { draftMask, layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Gives a layer a copy of the mask that it shares, so that others no longer follow it. */
export const separateMask: Operation<{ layer: string }> = {
  name: 'separateMask',
  words: (before, { layer }) => `Gave ${layerName(before, layer)} a mask of its own`,
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    if (!layer.maskUse) throw new OperationRefused(`${layer.name} has no mask.`);
    const shared = current(draftMask(draft, layer.maskUse.mask));
    const mask = { ...shared, id: newId(), shelf: null };
    draft.masks[mask.id] = castDraft(mask);
    layer.maskUse.mask = mask.id;
  },
};
