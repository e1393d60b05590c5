import { castDraft, current } from 'mutative';
import { type Composition, layerById, plainLayer } from '../composition';
import { invert, transform } from '../geometry/matrix';
import { placedAt } from '../geometry/placement';
import { roundOut, uniteRects } from '../geometry/rect';
import { aroundMatrix, layerBounds } from '../placing';
import { groupOf, outermost } from '../tree';
import { putInto } from './move-layers';
import { draftList, type Operation, OperationRefused, unlockedLayer } from './operation';
import { namesOf } from './remove-layer';

/**
 * Makes a group of layers, which they pass through, so that the picture stays as it is where they stood side by
 * side in depth. It stands where the nearest of them stood; its corner is that of all they cover.
 */
export const groupLayers: Operation<{
  layers: readonly string[];
  group: string;
  name: string;
}> = {
  name: 'groupLayers',
  words: (before, { layers, name }) => `Grouped ${namesOf(before, layers)} as ${name}`,
  change(draft, { layers, group, name }) {
    const scene = current(draft) as Composition;
    const ids = outermost(scene, layers);
    const nearest = layerById(scene, ids.at(-1) ?? '');
    if (!nearest) throw new OperationRefused('Choose the layers to group first.');
    for (const id of ids) unlockedLayer(draft, id);
    const bounds = ids
      .flatMap((id) => layerById(scene, id) ?? [])
      .map((layer) => layerBounds(scene, layer))
      .reduce(uniteRects);
    const { x, y } = roundOut(bounds);
    const corner = transform(invert(aroundMatrix(scene, nearest)), { x, y });
    const content = { kind: 'group' as const, children: [], mixing: 'through' as const };
    draft.layers[group] = castDraft(plainLayer(group, name, content, placedAt(corner)));
    const list = draftList(draft, groupOf(scene, nearest.id)?.id ?? null);
    list.splice(list.indexOf(nearest.id) + 1, 0, group);
    putInto(draft, ids, group, 0);
  },
};
