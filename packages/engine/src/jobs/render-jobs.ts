import { halveLevel, renderComposition, renderView } from '@diplex/core';
import { encodePixels } from '@diplex/kernels';
import { allocateBytes } from '../shared-memory';
import type { JobHandler } from './job-handler';

export const renderViewJob: JobHandler<'render-view'> = (ask, pixels) => {
  const composition = pixels.composition(ask.composition);
  const answer = renderView(composition, ask.view, ask.region, ask.scale, pixels);
  return { answer, transfer: [answer.buffer] };
};

export const probeJob: JobHandler<'probe'> = (ask, pixels) => {
  const composition = pixels.composition(ask.composition);
  const region = { x: ask.x, y: ask.y, width: 1, height: 1 };
  const { data } = renderComposition(composition, region, 1, pixels);
  const samples = new Uint16Array(4);
  encodePixels(data, composition.mixIn, samples);
  const [r, g, b, alpha] = [...samples].map((v) => v / 65_535) as [number, number, number, number];
  return { answer: { r, g, b, alpha } };
};

export const renderRowsJob: JobHandler<'render-rows'> = (ask, pixels) => {
  const composition = pixels.composition(ask.composition);
  const { data } = renderComposition(composition, ask.region, ask.scale, pixels);
  encodePixels(data, composition.mixIn, ask.into);
  return { answer: null };
};

export const halveLevelJob: JobHandler<'halve-level'> = ({ from }) => {
  const wide = from.data.BYTES_PER_ELEMENT === 2;
  const answer = halveLevel(from, (samples) =>
    wide ? new Uint16Array(allocateBytes(samples * 2)) : new Uint8Array(allocateBytes(samples)),
  );
  return { answer };
};
