import { castDraft, type Draft } from 'mutative';
import type { Composition, Layer, Mask, PickedPart } from '../composition';
import { newId } from '../identifiers';
import { newMaskLies, newMaskSize } from '../placing';
import { usersOf } from '../tree';
import { duplicateLayer } from './duplicate-layer';
import {
  type CompositionDraft,
  draftLayer,
  layerName,
  type Operation,
  unlockedLayer,
} from './operation';
import { separateMask } from './separate-mask';

/** One part more on a layer's own mask; a new mask starts so that the part alone decides. */
function lay(
  draft: CompositionDraft,
  layer: Draft<Layer>,
  part: PickedPart,
  startsFrom: Mask['startsFrom'],
): void {
  const mask = layer.maskUse ? draft.masks[layer.maskUse.mask] : undefined;
  if (mask) {
    // A new list: that of a mask which was copied just now is still the one of its original.
    mask.parts = castDraft([...mask.parts, part]);
    return;
  }
  const scene = draft as Composition;
  const made: Mask = {
    ...{ id: newId(), name: 'Mask', startsFrom, parts: [part], feather: 0 },
    ...newMaskSize(scene, layer as Layer),
  };
  const lies = newMaskLies(scene, layer as Layer);
  draft.masks[made.id] = castDraft(made);
  layer.maskUse = castDraft({
    ...{ mask: made.id, linked: true, turnedRound: false, lies },
  });
}

/**
 * Makes a new layer of what `part` covers of a layer. With `way` cut, the old layer's mask hides it
 * from now on; its pixels stay. Masks that are used turned round keep their sense.
 */
export const divideLayer: Operation<{
  layer: string;
  copy: string;
  part: PickedPart;
  way: 'copy' | 'cut';
}> = {
  name: 'divideLayer',
  words: (before, { layer, way }) => `New layer by ${way} from ${layerName(before, layer)}`,
  change(draft, { layer: id, copy: copyId, part, way }) {
    duplicateLayer.change(draft, { layer: id, copy: copyId });
    const copy = draftLayer(draft, copyId);
    const turned = copy.maskUse?.turnedRound ?? false;
    // Hidden is what a mask that is turned round covers: keeping less means covering more.
    const keeps = { ...part, combine: turned ? 'add' : 'intersect', inverted: turned } as const;
    lay(draft, copy, keeps, 'full');
    if (way === 'copy') return;
    const layer = unlockedLayer(draft, id);
    const shared = layer.maskUse && usersOf(draft as Composition, layer.maskUse.mask).length > 1;
    if (shared) separateMask.change(draft, { layer: id });
    const drops = { ...part, id: newId(), combine: turned ? 'add' : 'subtract' } as const;
    lay(draft, layer, drops, 'full');
  },
};
