import {
  borrowColours,
  borrowTexture,
  colourInto,
  histogramInto,
  paletteOf,
  readingOf,
} from '@diplex/core';
import type { JobHandler } from './job-handler';

export const stepHistogramJob: JobHandler<'step-histogram'> = (ask, { pixels }) => {
  const { layer, step } = ask;
  const composition = pixels.composition(ask.composition);
  return { answer: histogramInto({ composition, layer, step }, pixels) };
};

export const readingJob: JobHandler<'reading'> = ({ composition, of, by }, { pixels }) => ({
  answer: readingOf({ composition: pixels.composition(composition), of, by }, pixels),
});

export const stepColourJob: JobHandler<'step-colour'> = (ask, { pixels }) => {
  const { layer, step, at } = ask;
  const composition = pixels.composition(ask.composition);
  return { answer: colourInto({ composition, layer, step }, at, pixels) };
};

export const borrowColoursJob: JobHandler<'borrow-colours'> = (ask, { pixels }) => {
  const [composition, model] = [pixels.composition(ask.composition), pixels.composition(ask.model)];
  return { answer: borrowColours({ ...ask, composition, model }, pixels) };
};

export const borrowTextureJob: JobHandler<'borrow-texture'> = (ask, { pixels }) => {
  const [composition, model] = [pixels.composition(ask.composition), pixels.composition(ask.model)];
  return { answer: borrowTexture({ ...ask, composition, model }, pixels) };
};

export const paletteJob: JobHandler<'palette'> = ({ composition, without }, { pixels }) => ({
  answer: paletteOf({ composition: pixels.composition(composition), without }, pixels),
});
