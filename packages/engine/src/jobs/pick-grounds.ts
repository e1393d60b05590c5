import { type EdgeMemory, emptyMemory, groundKey, groundOf, type PickGround } from '@diplex/core';
import { layerById, maskHolder, type PickedFrom } from '@diplex/document';
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
  const at = { composition, holder, from, owner };
  const key = groundKey(at);
  if (last?.key !== key) {
    const ground = groundOf(at, pixels);
    last = { key, ground, memory: emptyMemory() };
  }
  return last;
}
