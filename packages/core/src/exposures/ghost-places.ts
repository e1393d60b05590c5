import { boxMean } from '@diplex/imaging';
import { regionsOf } from '../pick/regions';
import { findGhosts } from './find-ghosts';
import { type FramePixels, stopsBetween } from './frame-light';

/** Places smaller than this share of the frame are not worth a look. */
const LEAST_SHARE = 0.0004;

/** Places within this share of the longer side of one another are one, and as much is added around each. */
const JOINED = 0.01;

/** So little of a square has to be marked for its middle to be near. */
const NEAR = 0.02;

/** So many places are told at most, the largest. */
const MOST_PLACES = 12;

/** A place where exposures do not show the same. */
export interface GhostPlace {
  /** 1 there, 0 elsewhere, a value a pixel. */
  readonly marks: Uint8Array;
  /** Of the frame. */
  readonly share: number;
}

/**
 * Where neighbours in exposure do not show the same, each place by itself, the largest first.
 * @param frames on the same pixels, in order of exposure
 */
export function ghostPlaces(frames: readonly FramePixels[]): GhostPlace[] {
  const [first] = frames;
  if (!first) return [];
  const { width, height } = first;
  const all = new Uint8Array(width * height);
  for (const [i, frame] of frames.entries()) {
    const before = frames[i - 1];
    const stops = before ? stopsBetween(before, frame) : null;
    if (!before || stops === null) continue;
    findGhosts(before, frame, stops).forEach((mark, p) => {
      if (mark) all[p] = 1;
    });
  }
  // What lies near belongs together: of one thing parts may look alike by chance.
  const reach = Math.max(1, Math.round(JOINED * Math.max(width, height)));
  const near = boxMean(new Float32Array(all), width, height, reach);
  const grown = new Uint8Array(near.length).map((_, p) => ((near[p] as number) > NEAR ? 1 : 0));
  const { of, firsts } = regionsOf(grown, width, height);
  const odd = firsts.map(() => 0);
  all.forEach((mark, p) => {
    const region = of[p] as number;
    if (mark) odd[region] = (odd[region] ?? 0) + 1;
  });
  return firsts
    .map((start, region) => ({ region, size: odd[region] ?? 0, marked: grown[start] === 1 }))
    .filter(({ marked, size }) => marked && size >= LEAST_SHARE * all.length)
    .sort((a, b) => b.size - a.size)
    .slice(0, MOST_PLACES)
    .map(({ region, size }) => ({
      marks: new Uint8Array(of.length).map((_, p) => (of[p] === region ? 1 : 0)),
      share: size / all.length,
    }));
}
