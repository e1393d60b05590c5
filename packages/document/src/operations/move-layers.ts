import { castDraft, current } from 'mutative';
import { type Composition, layerById } from '../composition';
import { IDENTITY } from '../geometry/matrix';
import { aroundMatrix, carriedOver, layerMatrix } from '../placing';
import { groupOf, groupsAround, listAround, outermost } from '../tree';
import { noneShowsItself } from './keep-shown';
import {
  type CompositionDraft,
  draftList,
  layerName,
  type Operation,
  OperationRefused,
  takeOut,
  unlockedLayer,
} from './operation';
import { namesOf } from './remove-layer';

/** Puts layers into a list, in which nothing of them moves on the canvas; `at` counts once they are taken out. */
export function putInto(
  draft: CompositionDraft,
  ids: readonly string[],
  into: string | null,
  at: number,
): void {
  const scene = current(draft) as Composition;
  const group = into === null ? undefined : layerById(scene, into);
  const to = group ? layerMatrix(scene, group) : IDENTITY;
  takeOut(draft, ids);
  draftList(draft, into).splice(at, 0, ...ids);
  for (const id of ids) {
    const layer = layerById(scene, id);
    if (!layer || groupOf(scene, id)?.id === group?.id) continue;
    const carried = carriedOver(layer, aroundMatrix(scene, layer), to);
    Object.assign(unlockedLayer(draft, id), castDraft(carried));
  }
  noneShowsItself(current(draft) as Composition);
}

function said(before: Composition, layers: readonly string[], into: string | null): string {
  const names = namesOf(before, layers);
  const from = groupOf(before, layers[0] ?? '')?.id ?? null;
  if (from !== into) {
    return into === null
      ? `Took ${names} out of its group`
      : `Put ${names} into ${layerName(before, into)}`;
  }
  return `Moved ${names} in depth`;
}

/**
 * Moves layers in depth, into a group (`into`) or out of all; `at` is where the farthest of them ends up in
 * that list. Their order among each other stays, and nothing moves on the canvas.
 */
export const moveLayers: Operation<{ layers: readonly string[]; into: string | null; at: number }> =
  {
    name: 'moveLayers',
    words: (before, { layers, into, at }) => {
      const [only = ''] = layers;
      const list = listAround(before, into);
      const from = list.indexOf(only);
      if (layers.length !== 1 || from < 0) return said(before, layers, into);
      return `Moved ${layerName(before, only)} ${at > from ? 'nearer' : 'farther'}`;
    },
    change(draft, { layers, into, at }) {
      const scene = draft as Composition;
      const ids = outermost(scene, layers);
      for (const id of ids) {
        const from = groupOf(scene, id)?.id ?? null;
        // The order within a list is not the layer's own, so a lock does not hold it there.
        if (from !== into) unlockedLayer(draft, id);
        if (
          id === into ||
          (into !== null && groupsAround(scene, into).some((group) => group.id === id))
        ) {
          throw new OperationRefused('A group cannot be put into itself.');
        }
      }
      if (into !== null) unlockedLayer(draft, into);
      putInto(draft, ids, into, Math.max(0, at));
    },
  };
