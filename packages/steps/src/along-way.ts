import { growRect, type Matrix, type Rect, roundOut } from '@diplex/document';
import type { FloatImage } from '@diplex/imaging';
import {
  type FloatPixels,
  MAP_NUMBERS,
  meanOfMaps,
  scratchDoubles,
  scratchFloats,
} from '@diplex/kernels';

/** Each round takes the mean of so many places, so that few rounds go a long way. */
const PLACES = 4;

/** Samples look so far beyond their places, in pixels. */
const TAPS = 3;

/** No way is followed in more rounds: 4096 places. */
const MOST_ROUNDS = 6;

/** A way that everything goes along, as far as a share says; shares add up. The maps are in pixels of the drawing. */
export type Way = (share: number) => Matrix;

/** How many rounds leave no gap along a way of so many pixels. */
export function roundsAlong(pixels: number): number {
  return Math.max(
    1,
    Math.min(MOST_ROUNDS, Math.ceil(Math.log(Math.max(1, pixels)) / Math.log(PLACES))),
  );
}

/** How far the samples of all rounds look beyond the way, in pixels. */
export function tapsAlong(rounds: number): number {
  return TAPS * rounds + 1;
}

/** The shares of the way at which a round looks: the first round the nearest ones, the last the farthest. */
function sharesOf(round: number, rounds: number): readonly number[] {
  const step = PLACES ** (round - rounds);
  return Array.from({ length: PLACES }, (_, i) => (i - (PLACES - 1) / 2) * step);
}

/**
 * The mean along a way around each pixel, half of it before and half behind. As going on along the way adds up, it is
 * made in rounds that each take the mean of four places: so the cost grows with the logarithm of the way.
 * @param reach how far a part of the whole way leads from within a rectangle, in pixels
 */
export function meanAlong(
  from: FloatPixels,
  way: Way,
  rounds: number,
  out: Rect,
  reach: (share: number, part: Rect) => Rect,
): FloatImage {
  let picture = from;
  for (let round = 0; round < rounds; round++) {
    let part = out;
    for (let later = rounds - 1; later > round; later--) {
      const far = Math.max(...sharesOf(later, rounds));
      part = growRect(reach(2 * far, part), TAPS);
    }
    part = roundOut(part);
    const maps = scratchDoubles(PLACES * MAP_NUMBERS);
    sharesOf(round, rounds).forEach((share, i) => {
      maps.set([...way(share), 1 / PLACES], i * MAP_NUMBERS);
    });
    const { x, y, width, height } = part;
    const made = { x, y, width, height, data: scratchFloats(width * height * 4) };
    meanOfMaps(picture, maps, made);
    picture = made;
  }
  return { width: out.width, height: out.height, data: picture.data };
}
