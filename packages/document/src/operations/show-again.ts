import { castDraft, current } from 'mutative';
import type { Layer } from '../composition';
import { type Composition, type Content, isGlass, isShowing, plainLayer } from '../composition';
import { originalOf } from '../showings';
import { groupOf, masksOf } from '../tree';
import { placedSize } from '../warping';
import { copyOf } from './duplicate-layer';
import { noneShowsItself } from './keep-shown';
import {
  draftLayer,
  draftList,
  layerName,
  type Operation,
  OperationRefused,
  unlockedLayer,
} from './operation';

/** Puts another showing of a layer right before it: the same content, placed in the same way at first. */
export const showAgain: Operation<{ layer: string; showing: string }> = {
  name: 'showAgain',
  words: (before, { layer }) => `Another showing of ${layerName(before, layer)}`,
  change(draft, { layer: id, showing }) {
    const scene = current(draft) as Composition;
    const layer = draftLayer(draft, id) as Layer;
    const original = originalOf(scene, layer);
    if (!original) throw new OperationRefused(`What ${layer.name} shows is no longer there.`);
    if (isGlass(original)) {
      throw new OperationRefused(
        `${layer.name} has nothing of its own to show. Duplicate it instead.`,
      );
    }
    const { width, height } = placedSize(original);
    const size = width > 0 ? { size: { width, height } } : {};
    const content: Content = { kind: 'showing', of: original.id, ...size };
    const names = new Set(Object.values(scene.layers).map(({ name }) => name));
    let name = `${original.name} again`;
    for (let n = 2; names.has(name); n++) name = `${original.name} again ${n}`;
    const { placement, opacity, blending, warp = null, plane = null } = layer;
    const lies = { ...(warp && { warp }), ...(plane && { plane }) };
    const made = { ...plainLayer(showing, name, content, placement), ...lies, opacity, blending };
    draft.layers[showing] = castDraft(made);
    const list = draftList(draft, groupOf(scene, id)?.id ?? null);
    list.splice(list.indexOf(id) + 1, 0, showing);
    noneShowsItself(current(draft) as Composition);
  },
};

/** Makes a showing a copy of its own: it follows nothing any more. */
export const standAlone: Operation<{ layer: string }> = {
  name: 'standAlone',
  words: (before, { layer }) => `Made ${layerName(before, layer)} a copy of its own`,
  change(draft, { layer: id }) {
    const scene = current(draft) as Composition;
    const layer = unlockedLayer(draft, id);
    const original = originalOf(scene, current(layer) as Layer);
    if (!isShowing(current(layer) as Layer) || !original) {
      throw new OperationRefused(`${layer.name} follows no other layer.`);
    }
    const copy = copyOf(scene, original, id);
    // The mask of the original is not that of the showing.
    const used = new Set(copy.inside.flatMap(masksOf));
    for (const mask of copy.masks) if (used.has(mask.id)) draft.masks[mask.id] = castDraft(mask);
    for (const inside of copy.inside) draft.layers[inside.id] = castDraft(inside);
    layer.content = castDraft(copy.layer.content);
  },
};
