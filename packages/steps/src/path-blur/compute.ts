import type { Point, Rect } from '@diplex/document';
import { MAP_NUMBERS, meanOfMaps, scratchDoubles, scratchFloats } from '@diplex/kernels';
import { blurInLight } from '../blur-in-light';
import type { GatherComputation, StepFrame } from '../computation';
import type { ValuesOf } from '../fields';
import { boundsOfPlaces, placeIn } from '../frame-places';
import type { pathBlur } from './definition';

type Values = ValuesOf<typeof pathBlur.fields>;

/** A path is followed in so many straight pieces between two of its points. */
const PIECES = 12;

/** So many places are looked at along a path, one pixel or less apart; a longer one is drawn smaller. */
const MOST_PLACES = 64;

/** A smooth curve through points (Catmull and Rom), as places. */
function through(points: readonly Point[]): Point[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))] as Point;
  const places = points.slice(1).flatMap((_, i) =>
    Array.from({ length: PIECES }, (__, k) => {
      const t = k / PIECES;
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const along = (axis: 'x' | 'y') =>
        b[axis] +
        0.5 *
          t *
          (c[axis] -
            a[axis] +
            t *
              (2 * a[axis] -
                5 * b[axis] +
                4 * c[axis] -
                d[axis] +
                t * (3 * (b[axis] - c[axis]) + d[axis] - a[axis])));
      return { x: along('x'), y: along('y') };
    }),
  );
  return [...places, at(points.length - 1)];
}

/** The path as ways from its middle, in composition pixels, and how long it is. */
function pathOf({ path }: Values, frame: StepFrame): { ways: Point[]; length: number } {
  const places = through(path.map(({ place }) => placeIn(frame, place)));
  const steps = places.slice(1).map(({ x, y }, i) => {
    const before = places[i] as Point;
    return Math.hypot(x - before.x, y - before.y);
  });
  const length = steps.reduce((sum, step) => sum + step, 0);
  const bounds = boundsOfPlaces(places);
  const middle = { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 };
  return { ways: places.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })), length };
}

/** So many ways evenly along the path. */
function evenly(ways: readonly Point[], count: number): Point[] {
  const lengths = [0];
  ways.slice(1).forEach(({ x, y }, i) => {
    const before = ways[i] as Point;
    lengths.push((lengths[i] as number) + Math.hypot(x - before.x, y - before.y));
  });
  const all = lengths[lengths.length - 1] as number;
  let piece = 0;
  return Array.from({ length: count }, (_, i) => {
    const along = (all * (i + 0.5)) / count;
    while (piece < ways.length - 2 && (lengths[piece + 1] as number) < along) piece++;
    const [from, to] = [ways[piece] as Point, ways[piece + 1] as Point];
    const long = (lengths[piece + 1] as number) - (lengths[piece] as number);
    const t = long > 0 ? (along - (lengths[piece] as number)) / long : 0;
    return { x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) };
  });
}

function reached({ x, y, width, height }: Rect, ways: readonly Point[]): Rect {
  const by = boundsOfPlaces(ways);
  const [across, down] = [by.width / 2, by.height / 2];
  return { x: x - across, y: y - down, width: width + 2 * across, height: height + 2 * down };
}

/** The mean along a path around each pixel, as when the camera itself was moved along it. */
export const computePathBlur: GatherComputation<Values> = {
  ...blurInLight,
  looks: (values, part, frame) => reached(part, pathOf(values, frame).ways),
  level: (values, scale, frame) =>
    Math.max(0, Math.ceil(Math.log2((pathOf(values, frame).length * scale) / MOST_PLACES))),
  gather(values, from, { part, scale, frame }) {
    const { ways, length } = pathOf(values, frame);
    const count = Math.max(2, Math.min(MOST_PLACES, Math.ceil(length * scale)));
    const maps = scratchDoubles(count * MAP_NUMBERS);
    evenly(ways, count).forEach(({ x, y }, i) => {
      maps.set([1, 0, 0, 1, x * scale, y * scale, 1 / count], i * MAP_NUMBERS);
    });
    const { width, height } = part;
    const made = { ...part, data: scratchFloats(width * height * 4) };
    meanOfMaps(from, maps, made);
    return { width, height, data: made.data };
  },
};
