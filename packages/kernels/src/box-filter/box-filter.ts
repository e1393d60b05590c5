import { callsFor, inScratch, scratchFloats, scratchIntegers } from '../memory/thread';
import { boxPassAcross, boxPassDown } from './twin';

/** Three passes along each axis come close enough to a Gaussian. */
const PASSES = 3;

/** Whole-number steps of coverage while it is filtered. */
export const FILTER_STEPS = 2 ** 20;

/**
 * Three extended box filters (Gwosdek et al. 2011) along each axis of a plane of values 0..1, in
 * place: boxes of 2 r + 1 samples whose next neighbours on both sides count with the weight `fringe`.
 * It adds up whole numbers, which is exact, so the result at a sample does not depend on where a
 * region begins, and the cost does not depend on r. Beyond an edge the edge sample goes on.
 */
export function boxFilter(
  plane: Float32Array,
  width: number,
  height: number,
  r: number,
  fringe: number,
): void {
  inScratch(() => {
    const calls = callsFor(plane);
    if (!calls || !boxFilterFast(plane, width, height, r, fringe)) {
      boxFilterTwin(plane, width, height, r, fringe);
    }
  });
}

/** The kernel wants whole vectors, so the plane is laid into one whose extents are multiples of four. */
function boxFilterFast(
  plane: Float32Array,
  width: number,
  height: number,
  r: number,
  fringe: number,
): boolean {
  const wide = Math.ceil(width / 4) * 4;
  const high = Math.ceil(height / 4) * 4;
  const whole = wide === width && high === height;
  const padded = whole ? plane : scratchFloats(wide * high);
  const [a, b] = [scratchIntegers(wide * high), scratchIntegers(wide * high)];
  const sums = scratchIntegers(Math.max(wide, high));
  const calls = callsFor(padded, a, b, sums);
  if (!calls) return false;
  if (!whole) {
    for (let y = 0; y < height; y++) {
      padded.set(plane.subarray(y * width, (y + 1) * width), y * wide);
    }
  }
  const [p, first, second] = [padded.byteOffset, a.byteOffset, b.byteOffset];
  const extents = [wide, high, width, height] as const;
  calls.boxFilter?.(p, first, second, sums.byteOffset, ...extents, r, fringe);
  if (!whole) {
    for (let y = 0; y < height; y++) {
      plane.set(padded.subarray(y * wide, y * wide + width), y * width);
    }
  }
  return true;
}

export function boxFilterTwin(
  plane: Float32Array,
  width: number,
  height: number,
  r: number,
  fringe: number,
): void {
  let a = new Int32Array(plane.length);
  let b = new Int32Array(plane.length);
  for (let i = 0; i < a.length; i++) {
    a[i] = Math.trunc(Math.fround((plane[i] as number) * FILTER_STEPS + 0.5));
  }
  for (const along of [boxPassAcross, boxPassDown]) {
    for (let pass = 0; pass < PASSES; pass++) {
      along(a, b, width, height, r, fringe);
      [a, b] = [b, a];
    }
  }
  for (let i = 0; i < a.length; i++) plane[i] = (a[i] as number) / FILTER_STEPS;
}
