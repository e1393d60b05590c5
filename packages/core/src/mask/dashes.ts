import type { Point } from '@diplex/document';

/** At a sharp corner a dash reaches at most so many times as far as beside a straight line. */
const MITRE = 4;

/** The lengths of dashes and of what lies between them, in the pixels of the path. */
export interface DashLengths {
  readonly length: number;
  readonly gap: number;
}

/**
 * Polygons that cut the stroke of a closed path into dashes, with straight ends: each covers what lies within `reach` to
 * both sides of its stretch. The lengths are scaled together so that a whole number of dashes goes round.
 *
 * @param path a closed polygon, whose first corner does not come again at its end
 * @param lengths above 0, in the pixels of the path
 * @param reach in the pixels of the path
 * @returns polygons that all run the same way round; none for a path without length
 */
export function dashOutlines(
  path: readonly Point[],
  lengths: DashLengths,
  reach: number,
): Point[][] {
  const corners = withoutRepeats(path);
  const starts = distancesAlong(corners);
  const total = starts.at(-1) ?? 0;
  if (total === 0) return [];
  const count = Math.max(1, Math.round(total / (lengths.length + lengths.gap)));
  const period = total / count;
  const dash = (period * lengths.length) / (lengths.length + lengths.gap);
  const sides = corners.map((_, i) => sideAt(corners, i));
  // Dashes follow one another, so the run in which one begins is looked for from the last one on.
  let run = 0;
  return Array.from({ length: count }, (_, n) => {
    const [from, to] = [n * period, n * period + dash];
    run = runAt(starts, from, run);
    const line = stretch(corners, starts, sides, [from, to], run);
    const beside = (by: number) =>
      line.map(({ at, side }) => ({ x: at.x + side.x * by, y: at.y + side.y * by }));
    return [...beside(reach), ...beside(-reach).reverse()];
  });
}

/** A place on a path and the way to its side there, as long as its corner asks for. */
interface PathPlace {
  readonly at: Point;
  readonly side: Point;
}

function withoutRepeats(path: readonly Point[]): readonly Point[] {
  return path.filter((point, i) => {
    const next = path[(i + 1) % path.length] as Point;
    return point.x !== next.x || point.y !== next.y;
  });
}

/** How far along a closed path each corner lies; the last value is the length of all of it. */
function distancesAlong(corners: readonly Point[]): number[] {
  const starts = [0];
  corners.forEach((from, i) => {
    const to = corners[(i + 1) % corners.length] as Point;
    starts.push((starts[i] as number) + Math.hypot(to.x - from.x, to.y - from.y));
  });
  return corners.length > 1 ? starts : [0];
}

/** At a right angle to the run that begins at a corner. */
function normalOf(corners: readonly Point[], run: number): Point {
  const from = corners[run] as Point;
  const to = corners[(run + 1) % corners.length] as Point;
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  return { x: (from.y - to.y) / length, y: (to.x - from.x) / length };
}

/** To the side of a corner, so that what is drawn out there has straight sides. */
function sideAt(corners: readonly Point[], i: number): Point {
  const a = normalOf(corners, (i + corners.length - 1) % corners.length);
  const b = normalOf(corners, i);
  const sum = { x: a.x + b.x, y: a.y + b.y };
  const square = sum.x * sum.x + sum.y * sum.y;
  // For two unit vectors the sum times two over its square has length 1 to both of them.
  const by = square === 0 ? 0 : Math.min(2 / square, MITRE / Math.sqrt(square));
  return { x: sum.x * by, y: sum.y * by };
}

/** The run in which a distance along a path lies, looked for from an earlier one on. */
function runAt(starts: readonly number[], distance: number, from: number): number {
  let run = from;
  while (run < starts.length - 2 && (starts[run + 1] as number) <= distance) run++;
  return run;
}

/** The places of a path from one distance along it to another; the first lies in the run `first`. */
function stretch(
  corners: readonly Point[],
  starts: readonly number[],
  sides: readonly Point[],
  [from, to]: readonly [number, number],
  first: number,
): PathPlace[] {
  const on = (run: number, distance: number): PathPlace => {
    const a = corners[run] as Point;
    const b = corners[(run + 1) % corners.length] as Point;
    const [start, end] = [starts[run] as number, starts[run + 1] as number];
    const share = (distance - start) / (end - start);
    const at = { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
    return { at, side: normalOf(corners, run) };
  };
  const last = runAt(starts, to, first);
  const between = Array.from({ length: last - first }, (_, k) => ({
    at: corners[first + 1 + k] as Point,
    side: sides[first + 1 + k] as Point,
  }));
  return [on(first, from), ...between, on(last, to)];
}
