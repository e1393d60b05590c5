import { callsFor } from '../memory/thread';
import type { FloatPixels } from '../resample/sample-turned';
import { addBetween, addCubic, endsOf, type FloatLevels, levelsTold } from './levels-told';

/** What grows by no more than this from pixel to pixel is sampled at its place; else the mean of what lies between is. */
const MOST_APART = 1.25;

/** So many places are looked at along each way at most, and so far apart, in pixels of a level. */
const [MOST_TAPS, TAP] = [8, 2.5];

/**
 * For each pixel what a picture has at a place: cubic where it is about as large or enlarged, the mean over the pixel's
 * own footprint where it is made smaller.
 * @param levels premultiplied; beyond their edges there is nothing
 * @param places x and y for each pixel, and for one more to the right and below, in pixels of the finest level
 * @param most neighbours farther apart than this are parted by a seam, and do not say how large a footprint is
 */
export function samplePlaces(
  levels: FloatLevels,
  places: Float64Array,
  to: FloatPixels,
  most = Number.POSITIVE_INFINITY,
): void {
  const calls = callsFor(places, to.data, ...endsOf(levels));
  if (!calls) return samplePlacesTwin(levels, places, to, most);
  const told = levelsTold(levels);
  calls.samplePlaces?.(
    ...[told.byteOffset, levels.length, places.byteOffset, to.data.byteOffset],
    ...[to.width, to.height, most],
  );
}

function samplePlacesTwin(
  levels: FloatLevels,
  places: Float64Array,
  to: FloatPixels,
  most: number,
): void {
  const line = (to.width + 1) * 2;
  const sum = new Float64Array(4);
  const far = (x: number, y: number, across: Pair): Pair => {
    const way = [x, y] as const;
    return Math.hypot(...way) > most ? across : way;
  };
  for (let y = 0, o = 0; y < to.height; y++) {
    for (let x = 0, i = y * line; x < to.width; x++, i += 2, o += 4) {
      const p = (at: number) => places[at] as number;
      const [u, v] = [p(i), p(i + 1)];
      const right = far(p(i + 2) - u, p(i + 3) - v, NO_WAY);
      const below = far(p(i + line) - u, p(i + line + 1) - v, NO_WAY);
      sum.fill(0);
      if (lengthOf(right) <= MOST_APART && lengthOf(below) <= MOST_APART) {
        addCubic(levels[0] as FloatPixels, u - 0.5, v - 0.5, 1, sum);
        // Cubic weights ring at edges: what is less than nothing, or covers more than all, is not there.
        for (let c = 0; c < 4; c++) sum[c] = Math.max(0, sum[c] as number);
        sum[3] = Math.min(1, sum[3] as number);
      } else addMean(levels, [u, v], right, below, sum);
      to.data.set(sum, o);
    }
  }
}

/** What lies beyond a seam counts as a pixel's own width away. */
const NO_WAY: Pair = [0, 0];

function lengthOf(way: Pair): number {
  return way === NO_WAY ? 1 : Math.hypot(...way);
}

type Pair = readonly [x: number, y: number];

function addMean(
  levels: FloatLevels,
  [u, v]: Pair,
  right: Pair,
  below: Pair,
  sum: Float64Array,
): void {
  const [across, down] = [lengthOf(right), lengthOf(below)];
  let level = 0;
  while (level < levels.length - 1 && Math.min(across, down) > TAP * 2 ** level) level++;
  const size = 2 ** level;
  const taps = (length: number) =>
    Math.max(1, Math.min(MOST_TAPS, Math.ceil(length / size - 0.01)));
  const [m, n] = [taps(across), taps(down)];
  for (let j = 0; j < n; j++) {
    const t = (j + 0.5) / n - 0.5;
    for (let i = 0; i < m; i++) {
      const s = (i + 0.5) / m - 0.5;
      const x = (u + s * right[0] + t * below[0]) / size - 0.5;
      const y = (v + s * right[1] + t * below[1]) / size - 0.5;
      addBetween(levels[level] as FloatPixels, x, y, 1 / (m * n), sum);
    }
  }
}
