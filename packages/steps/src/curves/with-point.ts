import { LEAST_APART, MOST_POINTS } from '../field-rules';
import type { CurvePoints } from '../fields';

/** The points with one more, and its number; -1 where there is no room for it. */
export function withPoint(points: CurvePoints, x: number, y: number): [CurvePoints, number] {
  const at = points.findIndex(([each]) => each > x);
  const place = at < 0 ? points.length : at;
  const near = points.some(([each]) => Math.abs(each - x) < LEAST_APART);
  if (points.length >= MOST_POINTS || near) return [points, -1];
  return [[...points.slice(0, place), [x, y], ...points.slice(place)], place];
}
