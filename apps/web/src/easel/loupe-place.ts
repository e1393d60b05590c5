import type { Point, Size } from '@diplex/document';

/** How far from the pointer the glass stands, in window pixels. */
const AWAY = 26;

/** A line is looked at in so many places, as far apart as this at most. */
const STEP = 12;

/** Places along a line that is drawn, close to one another. */
function along(line: readonly Point[]): readonly Point[] {
  return line.flatMap((from, i) => {
    const to = line[i + 1];
    if (!to) return [from];
    const count = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / STEP));
    return Array.from({ length: count }, (_, k) => ({
      x: from.x + ((to.x - from.x) * k) / count,
      y: from.y + ((to.y - from.y) * k) / count,
    }));
  });
}

/**
 * Where a round glass of a side stands beside the pointer: on the side on which it covers least of the line that is being
 * drawn, above to the right where that is all the same. All in pixels of the picture's area.
 */
export function loupePlace(at: Point, side: number, room: Size, line: readonly Point[]): Point {
  const [right, left] = [at.x + AWAY, at.x - AWAY - side];
  const [above, below] = [at.y - AWAY - side, at.y + AWAY];
  const places = [
    ...[
      { x: right, y: above },
      { x: left, y: above },
    ],
    ...[
      { x: right, y: below },
      { x: left, y: below },
    ],
  ];
  const radius = side / 2;
  const drawn = along(line);
  const covered = ({ x, y }: Point) =>
    drawn.filter((p) => Math.hypot(p.x - x - radius, p.y - y - radius) < radius).length;
  const outside = ({ x, y }: Point) =>
    x < 0 || y < 0 || x + side > room.width || y + side > room.height;
  const inside = places.filter((place) => !outside(place));
  const [first = { x: right, y: above }, ...others] = inside.length > 0 ? inside : places;
  return others.reduce((best, place) => (covered(place) < covered(best) ? place : best), first);
}
