import { coverageTiles, cutLikely, pick, reachMap, snapLine, softened } from '@diplex/core';
import { handOver, type JobHandler } from './job-handler';
import { groundFor } from './pick-grounds';

export const pickJob: JobHandler<'pick'> = (ask, { pixels, stopped, progress }) => {
  const ground = groundFor(ask, ask.recipe.from, pixels);
  const coverage = pick(ask.recipe, ground, { stopped, onProgress: progress }, ask);
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
