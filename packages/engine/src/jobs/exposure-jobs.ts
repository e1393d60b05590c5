import {
  alignPyramids,
  coverageTiles,
  findBrackets,
  fuseAligned,
  ghostPlaces,
  lightnessPyramid,
  movedPixels,
  UNMOVED,
  wholeLevel,
} from '@diplex/core';
import type { Matrix } from '@diplex/document';
import { contours } from 'd3-contour';
import type { JobHandler } from './job-handler';

export const findBracketsJob: JobHandler<'find-brackets'> = (ask, { pixels, stopped }) => {
  const candidates = ask.sources.map(({ level, ...source }) => ({
    ...source,
    picture: wholeLevel(source.id, level, pixels),
  }));
  return { answer: findBrackets(candidates, stopped) };
};

export const alignFramesJob: JobHandler<'align-frames'> = (ask, { pixels, stopped, progress }) => {
  const { sources, level } = ask;
  const [first, ...others] = sources;
  const pyramid = (source: string) => lightnessPyramid(wholeLevel(source, level, pixels));
  const reference = pyramid(first ?? '');
  const by = 2 ** level;
  const moves = others.map((source, i) => {
    if (stopped()) return UNMOVED;
    const { dx, dy, ...rest } = alignPyramids(reference, pyramid(source));
    progress((i + 1) / others.length);
    return { ...rest, dx: dx * by, dy: dy * by };
  });
  return { answer: [UNMOVED, ...moves] };
};

/** A map between pixels of full size as one between those of a level. */
function atLevel([a, b, c, d, e, f]: Matrix, level: number): Matrix {
  const by = 2 ** level;
  return [a, b, c, d, e / by, f / by];
}

const TOP = 65_535;

export const fuseFramesJob: JobHandler<'fuse-frames'> = (ask, { pixels, stopped, progress }) => {
  const { frames, level, amounts } = ask;
  const moved = frames.map(({ source, onto }, i) => {
    progress((0.3 * i) / frames.length);
    return movedPixels(wholeLevel(source, level, pixels), atLevel(onto, level));
  });
  const [first] = moved;
  if (!first || stopped()) return { answer: [] };
  const { masks } = fuseAligned(moved, amounts);
  const { width, height } = first;
  const tiles = masks.slice(1).map((mask) =>
    coverageTiles(
      Uint16Array.from(mask, (value) => Math.round(TOP * value)),
      width,
      height,
    ),
  );
  return { answer: tiles };
};

export const findGhostsJob: JobHandler<'find-ghosts'> = (ask, { pixels, stopped, progress }) => {
  const { frames, level } = ask;
  const moved = frames.map(({ source, onto }, i) => {
    progress((0.7 * i) / frames.length);
    return movedPixels(wholeLevel(source, level, pixels), atLevel(onto, level));
  });
  const [first] = moved;
  if (!first || stopped()) return { answer: [] };
  const { width, height } = first;
  const by = 2 ** level;
  const answer = ghostPlaces(moved).map(({ marks, share }) => {
    const [found] = contours().size([width, height]).thresholds([0.5])(
      marks as unknown as number[],
    );
    const lines = (found?.coordinates ?? [])
      .flat()
      .map((ring) => ring.map(([x = 0, y = 0]) => ({ x: x * by, y: y * by })));
    return { lines, share };
  });
  return { answer };
};
