import { castDraft, current } from 'mutative';
import { type Composition, isGroup, type Layer, type Mask } from '../composition';
import { newId } from '../identifiers';
import { groupOf, withDescendants, withMaskUses } from '../tree';
import { draftLayer, draftList, layerName, type Operation } from './operation';

/** A layer with all that is in it and their masks, under new ids, the layer itself under `id`. */
export function copyOf(
  composition: Composition,
  layer: Layer,
  id: string,
): { layer: Layer; inside: Layer[]; masks: Mask[] } {
  const all = withDescendants(composition, layer.id);
  const ids = new Map(all.map((each) => [each.id, each.id === layer.id ? id : newId()]));
  const masks = new Map<string, Mask>();
  const maskFor = (name: string): string => {
    const original = composition.masks[name];
    const made = masks.get(name);
    if (made || !original) return made?.id ?? name;
    // The name on the shelf stays with the original.
    const mask = { ...original, id: newId(), ...(original.shelf && { shelf: null }) };
    masks.set(name, mask);
    return mask.id;
  };
  const copies = all.map((each): Layer => {
    const content = isGroup(each)
      ? { ...each.content, children: each.content.children.map((child) => ids.get(child) ?? child) }
      : each.content;
    const copied = { ...each, id: ids.get(each.id) ?? each.id, content };
    return withMaskUses(copied, (use) => ({ ...use, mask: maskFor(use.mask) }));
  });
  const [first, ...inside] = copies;
  return { layer: first ?? { ...layer, id }, inside, masks: [...masks.values()] };
}

/** Puts a copy right before (nearer than) the layer. The copy has masks of its own. */
export const duplicateLayer: Operation<{ layer: string; copy: string }> = {
  name: 'duplicateLayer',
  words: (before, { layer }) => `Duplicated ${layerName(before, layer)}`,
  change(draft, args) {
    const scene = current(draft) as Composition;
    const original = current(draftLayer(draft, args.layer)) as Layer;
    const { layer, inside, masks } = copyOf(scene, original, args.copy);
    for (const mask of masks) draft.masks[mask.id] = castDraft(mask);
    const copy = {
      ...layer,
      name: `${layer.name} copy`,
      locked: false,
      placeLocked: false,
      pixelsLocked: false,
    };
    for (const each of [copy, ...inside]) draft.layers[each.id] = castDraft(each);
    const list = draftList(draft, groupOf(scene, args.layer)?.id ?? null);
    list.splice(list.indexOf(args.layer) + 1, 0, args.copy);
  },
};
