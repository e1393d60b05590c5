import {
  coverageTiles,
  cropLevel,
  cutLikely,
  followStrand,
  maskBefore,
  pick,
  rankComponents,
  reachMap,
  smallCoverage,
  snapLine,
  softened,
} from '@diplex/core';
import { maskHolder } from '@diplex/document';
import type { PickPlace } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';
import { handOver, type JobHandler } from './job-handler';
import { groundFor } from './pick-grounds';

/** The longest side of a first answer, in pixels: it is only looked at. */
const COARSE_SIDE = 900;

export const pickJob: JobHandler<'pick'> = (ask, { pixels, stopped, progress, draft }) => {
  const { ground, memory } = groundFor(ask, ask.recipe.from, pixels);
  const { width, height } = ground;
  const onCoarse = (alpha: Float32Array) =>
    draft(smallCoverage(alpha, { width, height }, COARSE_SIDE));
  const before = ask.recipe.by === 'edge' ? coveredBefore(ask, pixels) : undefined;
  const how = { stopped, onProgress: progress, onCoarse, memory, ...(before && { before }) };
  const coverage = pick(ask.recipe, ground, how, ask);
  const made = coverageTiles(coverage, ground.width, ground.height);
  const tiles = Object.entries(made).map(([key, pairs]) => {
    const name = ask.tiles[key];
    const before = name === undefined ? undefined : pixels.paintedTile(name);
    return [key, before && alike(before, pairs) ? (name as string) : pairs] as const;
  });
  return handOver(Object.fromEntries(tiles));
};

/** What the parts before one cover. */
function coveredBefore(
  { composition: key, layer, part }: PickPlace & { readonly part?: string | null },
  pixels: WorkerPixels,
): Float32Array {
  const composition = pixels.composition(key);
  const holder = maskHolder(composition, layer);
  if (!holder) throw new Error('That layer is no longer in the composition.');
  return maskBefore({ composition, holder, part: part ?? null }, pixels);
}

function alike(before: Uint16Array, after: Uint16Array): boolean {
  return before.every((sample, i) => sample === after[i]);
}

export const cutLikelyJob: JobHandler<'cut-likely'> = (ask, { pixels, stopped, progress }) => {
  const { ground } = groundFor(ask, 'layer', pixels);
  const labels = cutLikely(ground, ask.likely, { stopped, onProgress: progress });
  const coverage = softened(labels, ground.width, ground.height);
  return handOver(coverageTiles(coverage, ground.width, ground.height));
};

export const reachMapJob: JobHandler<'reach-map'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).ground.level(ask.level);
  const map = reachMap(picture, ask.reach);
  const { width, height } = picture;
  return { answer: { map, width, height }, transfer: [map.buffer as ArrayBuffer] };
};

export const groundLevelJob: JobHandler<'ground-level'> = (ask, { pixels }) => {
  const level = groundFor(ask, ask.from, pixels).ground.level(ask.level);
  const data = level.data.slice();
  return { answer: { ...level, data }, transfer: [data.buffer as ArrayBuffer] };
};

export const groundPartJob: JobHandler<'ground-part'> = (ask, { pixels }) => {
  const answer = cropLevel(groundFor(ask, ask.from, pixels).ground.level(0), ask.part);
  return { answer, transfer: [answer.data.buffer as ArrayBuffer] };
};

export const rankComponentsJob: JobHandler<'rank-components'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).ground.level(ask.level);
  return { answer: rankComponents(picture, ask.samples, ask.level) };
};

export const followStrandJob: JobHandler<'follow-strand'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).ground.level(0);
  return { answer: followStrand(picture, ask.points, ask.reach) };
};

export const snapLineJob: JobHandler<'snap-line'> = (ask, { pixels }) => {
  const picture = groundFor(ask, ask.from, pixels).ground.level(ask.level);
  return { answer: snapLine(picture, ask.points, ask.reach) };
};
