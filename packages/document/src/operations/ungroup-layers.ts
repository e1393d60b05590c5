import { castDraft, current } from 'mutative';
import { type Composition, isGroup, type Layer, layerById } from '../composition';
import { IDENTITY } from '../geometry/matrix';
import { carriedOver } from '../placing';
import { groupOf, masksOf } from '../tree';
import { ownMatrix } from '../warping';
import { dropUnusedMask } from './drop-unused-mask';
import { keepShown } from './keep-shown';
import {
  draftLayer,
  draftList,
  layerName,
  type Operation,
  OperationRefused,
  unlockedLayer,
} from './operation';

/**
 * Puts what is in a group in its place. Nothing moves on the canvas; what the group itself did (mask, opacity,
 * blending, standing apart from what lies behind) goes with it, except that a hidden group leaves hidden layers.
 */
export const ungroupLayers: Operation<{ group: string }> = {
  name: 'ungroupLayers',
  words: (before, { group }) => `Ungrouped ${layerName(before, group)}`,
  change(draft, args) {
    const scene = current(draft) as Composition;
    const group = current(unlockedLayer(draft, args.group)) as Layer;
    if (!isGroup(group)) throw new OperationRefused(`${group.name} is not a group.`);
    keepShown(scene, group);
    const { children } = group.content;
    const list = draftList(draft, groupOf(scene, group.id)?.id ?? null);
    list.splice(list.indexOf(group.id), 1, ...children);
    for (const id of children) {
      const layer = layerById(scene, id);
      if (!layer) continue;
      const carried = carriedOver(layer, ownMatrix(group), IDENTITY);
      const shown = layer.shown && group.shown;
      Object.assign(draftLayer(draft, id), castDraft({ ...carried, shown }));
    }
    delete draft.layers[group.id];
    for (const mask of masksOf(group)) dropUnusedMask(draft, mask);
  },
};

/** Whether ungrouping may change the picture: the group does something itself. */
export function doesSomething(composition: Composition, group: Layer): boolean {
  const { opacity, blending, maskUse, edge, content, byTone } = group;
  if (group.steps.length > 0 || group.push) return true;
  if (content.kind !== 'group') return false;
  if (content.mixing === 'through') return opacity < 1 || maskUse !== null || Boolean(byTone);
  const mixed = content.children.some((id) => layerById(composition, id)?.blending !== 'normal');
  return (
    mixed ||
    opacity < 1 ||
    blending !== 'normal' ||
    maskUse !== null ||
    Boolean(edge.fringe ?? edge.tint ?? byTone)
  );
}
