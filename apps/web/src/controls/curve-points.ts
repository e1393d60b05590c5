import { type CurvePoints, LEAST_APART } from '@diplex/steps';

export const clamp = (value: number, least = 0, most = 1) => Math.max(least, Math.min(most, value));

/** The points with one moved, between its neighbours. */
export function moved(points: CurvePoints, at: number, x: number, y: number): CurvePoints {
  const before = points[at - 1]?.[0] ?? -LEAST_APART;
  const after = points[at + 1]?.[0] ?? 1 + LEAST_APART;
  const place = [clamp(x, before + LEAST_APART, after - LEAST_APART), clamp(y)] as const;
  return points.map((point, i) => (i === at ? place : point));
}
