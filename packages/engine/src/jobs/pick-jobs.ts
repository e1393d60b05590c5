import {
  coverageTiles,
  cutLikely,
  groundOf,
  type PickGround,
  pick,
  reachMap,
  snapLine,
  softened,
} from '@diplex/core';
import { layerById, type PickedFrom } from '@diplex/document';
import type { PickPlace } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';
import type { JobHandler } from './job-handler';

/** The ground of the last pick: the next one is mostly on the same. */
let last: { key: string; ground: PickGround } | null = null;

function groundFor(place: PickPlace, from: PickedFrom, pixels: WorkerPixels): PickGround {
  const composition = pixels.composition(place.composition);
  const layer = layerById(composition, place.layer);
  if (!layer) throw new Error('That layer is no longer in the composition.');
  const lies = layer.maskUse ? [layer.maskUse.linked, layer.maskUse.lies] : null;
  const own = [layer.source, lies, lies && !layer.maskUse?.linked ? layer.placement : null];
  const key = JSON.stringify(from === 'layer' ? own : [place, 'composition']);
  if (last?.key !== key) last = { key, ground: groundOf(composition, layer, from, pixels) };
  return last.ground;
}

/** Tiles, and their memory to hand over: tiles that are alike share it. */
function handOver(tiles: Record<string, Uint16Array>) {
  const buffers = new Set(Object.values(tiles).map((pairs) => pairs.buffer as ArrayBuffer));
  return { answer: tiles, transfer: [...buffers] };
}

export const pickJob: JobHandler<'pick'> = (ask, { pixels, stopped, progress }) => {
  const ground = groundFor(ask, ask.recipe.from, pixels);
  const coverage = pick(ask.recipe, ground, { stopped, onProgress: progress });
  return handOver(coverageTiles(coverage, ground.width, ground.height));
};

export const cutLikelyJob: JobHandler<'cut-likely'> = (ask, { pixels, stopped, progress }) => {
  const ground = groundFor(ask, 'layer', pixels);
  const labels = cutLikely(ground, ask.likely, { stopped, onProgress: progress });
  const coverage = softened(labels, ground.width, ground.height);
  return handOver(coverageTiles(coverage, ground.width, ground.height));
};

export const reachMapJob: JobHandler<'reach-map'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).level(ask.level);
  const map = reachMap(picture, ask.reach);
  const { width, height } = picture;
  return { answer: { map, width, height }, transfer: [map.buffer as ArrayBuffer] };
};

export const groundLevelJob: JobHandler<'ground-level'> = (ask, { pixels }) => {
  const level = groundFor(ask, ask.from, pixels).level(ask.level);
  const data = level.data.slice();
  return { answer: { ...level, data }, transfer: [data.buffer as ArrayBuffer] };
};

export const snapLineJob: JobHandler<'snap-line'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).level(ask.level);
  return { answer: snapLine(picture, ask.points, ask.reach) };
};
