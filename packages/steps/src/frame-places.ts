import { boundsAfter, invert, type Point, type Rect, transform } from '@diplex/document';
import type { StepFrame } from './computation';

/** Where a place of what a step works on lies in the composition. */
export function placeIn({ toShares }: StepFrame, place: Point): Point {
  return transform(invert(toShares), place);
}

/** What a step works on, as a rectangle of the composition that holds all of it. */
export function boundsIn({ toShares }: StepFrame): Rect {
  return boundsAfter(invert(toShares), { x: 0, y: 0, width: 1, height: 1 });
}

export function cornersOf({ x, y, width, height }: Rect): readonly Point[] {
  return [
    { x, y },
    { x: x + width, y },
    { x, y: y + height },
    { x: x + width, y: y + height },
  ];
}

/** How far the farthest corner of what a step works on lies from a place, in composition pixels. */
export function farthestFrom(frame: StepFrame, { x, y }: Point): number {
  const corners = cornersOf({ x: 0, y: 0, width: 1, height: 1 }).map((c) => placeIn(frame, c));
  return Math.max(...corners.map((corner) => Math.hypot(corner.x - x, corner.y - y)));
}

/** The smallest rectangle that holds all of some places. */
export function boundsOfPlaces(places: readonly Point[]): Rect {
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top };
}

/** All that a rectangle passes over when it is turned about a place by up to so much, in radians, both ways. */
export function turnedBounds(part: Rect, middle: Point, most: number): Rect {
  const places = cornersOf(part).flatMap(({ x, y }) => {
    const away = Math.hypot(x - middle.x, y - middle.y);
    const at = Math.atan2(y - middle.y, x - middle.x);
    // Where the way of a corner goes farthest to one side: at its ends, or on an axis that it crosses.
    const quarter = Math.PI / 2;
    const axes = Array.from(
      {
        length: Math.max(
          0,
          Math.floor((at + most) / quarter) - Math.ceil((at - most) / quarter) + 1,
        ),
      },
      (_, i) => (Math.ceil((at - most) / quarter) + i) * quarter,
    );
    return [at - most, at + most, ...axes.slice(0, 4)].map((angle) => ({
      x: middle.x + away * Math.cos(angle),
      y: middle.y + away * Math.sin(angle),
    }));
  });
  return boundsOfPlaces(places);
}
