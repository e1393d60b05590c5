import { groundOf, type PickGround } from '@diplex/core';
import { layerById, type PickedFrom } from '@diplex/document';
import type { PickPlace } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';

/** The ground of the last pick: the next one is mostly on the same. */
let last: { key: string; ground: PickGround } | null = null;

/** The colours under a layer's mask; what was read for the last pick is not read again. */
export function groundFor(place: PickPlace, from: PickedFrom, pixels: WorkerPixels): PickGround {
  const composition = pixels.composition(place.composition);
  const layer = layerById(composition, place.layer);
  if (!layer) throw new Error('That layer is no longer in the composition.');
  const lies = layer.maskUse ? [layer.maskUse.linked, layer.maskUse.lies] : null;
  const own = [layer.source, lies, lies && !layer.maskUse?.linked ? layer.placement : null];
  const key = JSON.stringify(from === 'layer' ? own : [place, 'composition']);
  if (last?.key !== key) last = { key, ground: groundOf(composition, layer, from, pixels) };
  return last.ground;
}
