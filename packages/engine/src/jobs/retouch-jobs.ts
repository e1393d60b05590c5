import { smoothOver } from '@diplex/core';
import type { JobHandler } from './job-handler';

export const smoothOverJob: JobHandler<'smooth-over'> = (ask, { pixels, stopped, progress }) => {
  const place = { ...ask, composition: pixels.composition(ask.composition) };
  const answer = smoothOver(place, pixels, { stopped, onProgress: progress });
  const made = answer.flatMap(({ tiles }) => Object.values(tiles));
  return { answer, transfer: made.map((pairs) => pairs.buffer as ArrayBuffer) };
};
