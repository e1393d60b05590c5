import type { OutlinePoint, Point } from '@diplex/document';

/** Closed paths that belong together: the first, and those inside or beside it. */
export type Loops = readonly (readonly OutlinePoint[])[];

/** A path whose points are changed on the picture. */
export interface Path {
  readonly loops: Loops;
  /** From the path's own pixels to composition pixels, and back; null where that lies nowhere. */
  to(point: Point): Point | null;
  back(point: Point): Point | null;
  /** Gives it other loops, tried out or done. */
  change(way: 'tryOut' | 'perform', loops: Loops): void;
}

/** Where a point stands: points count on from loop to loop. */
export function placeIn(loops: Loops, index: number): { loop: number; at: number } | null {
  let before = 0;
  for (let loop = 0; loop < loops.length; loop++) {
    const { length } = loops[loop] as readonly OutlinePoint[];
    if (index < before + length) return index < before ? null : { loop, at: index - before };
    before += length;
  }
  return null;
}

/** How many points paths have together. */
export function countOf(loops: Loops): number {
  return loops.reduce((sum, { length }) => sum + length, 0);
}

/** Paths with one of their points changed. */
export function withPoint(
  loops: Loops,
  index: number,
  change: (point: OutlinePoint, loop: readonly OutlinePoint[], at: number) => OutlinePoint,
): Loops {
  const place = placeIn(loops, index);
  if (!place) return loops;
  return loops.map((loop, i) =>
    i === place.loop
      ? loop.map((point, k) => (k === place.at ? change(point, loop, k) : point))
      : loop,
  );
}

/** Paths without one of their points; what is left of two points is no loop, so that goes unless it is the only one. */
export function withoutPoint(loops: Loops, index: number): Loops {
  const place = placeIn(loops, index);
  if (!place) return loops;
  const left = loops.map((loop, i) => (i === place.loop ? loop.toSpliced(place.at, 1) : loop));
  return left.length > 1 ? left.filter(({ length }) => length >= 3) : left;
}
