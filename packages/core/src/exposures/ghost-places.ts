import { regionsOf } from '../pick/regions';
import { findGhosts } from './find-ghosts';
import { type FramePixels, stopsBetween } from './frame-light';

/** Places smaller than this share of the frame are not worth a look. */
const LEAST_SHARE = 0.0004;

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
  const { of, sizes, firsts } = regionsOf(all, width, height);
  return sizes
    .map((size, region) => ({ region, size, odd: all[firsts[region] as number] === 1 }))
    .filter(({ odd, size }) => odd && size >= LEAST_SHARE * all.length)
    .sort((a, b) => b.size - a.size)
    .slice(0, MOST_PLACES)
    .map(({ region, size }) => ({
      marks: Uint8Array.from(of, (each) => (each === region ? 1 : 0)),
      share: size / all.length,
    }));
}
