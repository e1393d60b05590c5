import { type EdgeMemory, emptyMemory, groundOf, type PickGround } from '@diplex/core';
import { AREA_ID, layerById, maskHolder, maskOf, type PickedFrom } from '@diplex/document';
import type { PickPlace } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';

/** The ground of the last pick: the next one is mostly on the same. */
let last: { key: string; ground: PickGround; memory: EdgeMemory } | null = null;

/** What the worker knows of a ground: its colours, and the edge that was solved on it last. */
export interface KnownGround {
  readonly ground: PickGround;
  readonly memory: EdgeMemory;
}

/** The colours under a layer's mask; what was read for the last pick is not read again. */
export function groundFor(place: PickPlace, from: PickedFrom, pixels: WorkerPixels): KnownGround {
  const composition = pixels.composition(place.composition);
  const holder = maskHolder(composition, place.layer);
  const owner = layerById(composition, place.owner ?? place.layer) ?? holder;
  if (!holder || !owner) throw new Error('That layer is no longer in the composition.');
  const size = maskOf(composition, holder)?.size ?? holder.size;
  const { maskUse, placement } = holder;
  const lies = maskUse ? [maskUse.linked, maskUse.lies] : null;
  const pinned = place.layer === AREA_ID || (maskUse && !maskUse.linked);
  // What the ground depends on besides the pixels themselves.
  const content = owner.kind === 'photo' ? owner.source : owner.fill;
  const own = [content, size, lies, pinned ? [placement, owner.placement] : null];
  const key = JSON.stringify(from === 'layer' ? own : [place, 'composition']);
  if (last?.key !== key) {
    const ground = groundOf({ composition, holder, from, owner }, pixels);
    last = { key, ground, memory: emptyMemory() };
  }
  return last;
}
