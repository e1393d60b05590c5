import {
  alignPerspective,
  alignPyramids,
  coverageTiles,
  type FrameMove,
  findBrackets,
  fuseAligned,
  ghostPlaces,
  lightnessPyramid,
  movedPixels,
  UNMOVED,
  wholeLevel,
} from '@diplex/core';
import type { Quad } from '@diplex/document';
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
  const { sources, level, free } = ask;
  const [first, ...others] = sources;
  const picture = wholeLevel(first ?? '', level, pixels);
  const reference = lightnessPyramid(picture);
  const by = 2 ** level;
  const moves = others.map((source, i): FrameMove => {
    if (stopped()) return UNMOVED;
    const frame = lightnessPyramid(wholeLevel(source, level, pixels));
    const move = alignPyramids(reference, frame);
    const corners =
      free === 'perspective' ? alignPerspective(reference, frame, move, picture) : null;
    progress((i + 1) / others.length);
    const atFull = { ...move, dx: move.dx * by, dy: move.dy * by };
    return corners ? { ...atFull, corners: scaledQuad(corners, by) } : atFull;
  });
  return { answer: [UNMOVED, ...moves] };
};

function scaledQuad(quad: Quad, by: number): Quad {
  return quad.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Quad;
}

const TOP = 65_535;

export const fuseFramesJob: JobHandler<'fuse-frames'> = (ask, { pixels, stopped, progress }) => {
  const { frames, level, amounts } = ask;
  const moved = frames.map(({ source, onto }, i) => {
    progress((0.3 * i) / frames.length);
    return movedPixels(wholeLevel(source, level, pixels), scaledQuad(onto, 2 ** -level));
  });
  const [first] = moved;
  if (!first || stopped()) return { answer: [] };
  const { masks } = fuseAligned(moved, amounts);
  const { width, height } = first;
  const tiles = masks.slice(1).map((mask) =>
    coverageTiles(
      new Uint16Array(mask.length).map((_, p) => Math.round(TOP * (mask[p] as number))),
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
    return movedPixels(wholeLevel(source, level, pixels), scaledQuad(onto, 2 ** -level));
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
