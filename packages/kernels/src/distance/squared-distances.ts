import { callsFor, inScratch, scratchDoubles, scratchFloats } from '../memory/thread';
import { squaredDistancesTwin } from './twin';

/** What is at least this far away does not count as a start. */
export const FAR = 1e9;

/**
 * The lower envelope, in place, of parabolas that stand on every pixel of `plane` and are as high
 * there as the plane says (FAR for no parabola): the least of start + squared distance (Felzenszwalb
 * and Huttenlocher 2012). With starts of 0 it is the squared Euclidean distance to the nearest one,
 * in pixels. Extents are multiples of four.
 */
export function squaredDistances(plane: Float32Array, width: number, height: number): void {
  if (width % 4 !== 0 || height % 4 !== 0) throw new Error('Extents must be multiples of four.');
  inScratch(() => {
    const spare = scratchFloats(plane.length);
    const work = scratchDoubles(3 * (Math.max(width, height) + 12));
    const calls = callsFor(plane, spare, work);
    if (!calls) return squaredDistancesTwin(plane, width, height);
    calls.squaredDistances?.(plane.byteOffset, spare.byteOffset, work.byteOffset, width, height);
  });
}
