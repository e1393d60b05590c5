import { type CurvePoints, LEAST_APART, MOST_POINTS } from '@diplex/steps';

export const clamp = (value: number, least = 0, most = 1) => Math.max(least, Math.min(most, value));

/** The points with one moved, between its neighbours. */
export function moved(points: CurvePoints, at: number, x: number, y: number): CurvePoints {
  const before = points[at - 1]?.[0] ?? -LEAST_APART;
  const after = points[at + 1]?.[0] ?? 1 + LEAST_APART;
  const place = [clamp(x, before + LEAST_APART, after - LEAST_APART), clamp(y)] as const;
  return points.map((point, i) => (i === at ? place : point));
}

/** The points with one more, and its number; -1 where there is no room for it. */
export function withPoint(points: CurvePoints, x: number, y: number): [CurvePoints, number] {
  const at = points.findIndex(([each]) => each > x);
  const place = at < 0 ? points.length : at;
  const near = points.some(([each]) => Math.abs(each - x) < LEAST_APART);
  if (points.length >= MOST_POINTS || near) return [points, -1];
  return [[...points.slice(0, place), [x, y], ...points.slice(place)], place];
}
