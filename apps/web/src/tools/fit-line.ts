import type { OutlinePoint, Point } from '@diplex/document';
import fitCurve from 'fit-curve';

/**
 * Few points with handles for a drawn line, which they leave by at most about `stray`. The first and
 * the last point are where the line began and ended.
 */
export function fitLine(run: readonly Point[], stray: number): OutlinePoint[] {
  const apart = run.filter((p, i) => {
    const before = run[i - 1];
    return !before || p.x !== before.x || p.y !== before.y;
  });
  if (apart.length < 2) return apart.map(({ x, y }) => ({ x, y }));
  const curves = fitCurve(
    apart.map(({ x, y }) => [x, y]),
    stray * stray,
  );
  const place = (p: readonly number[] | undefined): Point => ({ x: p?.[0] ?? 0, y: p?.[1] ?? 0 });
  const points: OutlinePoint[] = curves.map(([from, out], i) => {
    const before = curves[i - 1];
    return { ...place(from), ...(before && { in: place(before[2]) }), out: place(out) };
  });
  const last = curves.at(-1);
  return last ? [...points, { ...place(last[3]), in: place(last[2]) }] : points;
}

/** As `fitLine`, for a line that ends where it began. */
export function fitClosedLine(run: readonly Point[], stray: number): OutlinePoint[] {
  const [first] = run;
  if (!first) return [];
  const points = fitLine([...run, first], stray);
  const last = points.pop();
  const [begin, ...others] = points;
  return begin ? [{ ...begin, ...(last?.in && { in: last.in }) }, ...others] : [];
}

/** The point and its handles after a map. */
export function mapPoint(point: OutlinePoint, map: (p: Point) => Point): OutlinePoint {
  return {
    ...map(point),
    ...(point.in && { in: map(point.in) }),
    ...(point.out && { out: map(point.out) }),
  };
}

/** Handles that make a point smooth: along the way between its neighbours, a third of it each. */
export function smoothed(points: readonly OutlinePoint[], index: number): OutlinePoint {
  const point = points[index] as OutlinePoint;
  const before = points[(index + points.length - 1) % points.length] as Point;
  const after = points[(index + 1) % points.length] as Point;
  const way = { x: (after.x - before.x) / 6, y: (after.y - before.y) / 6 };
  return {
    ...{ x: point.x, y: point.y },
    in: { x: point.x - way.x, y: point.y - way.y },
    out: { x: point.x + way.x, y: point.y + way.y },
  };
}

/** A point without handles. */
export function sharp({ x, y }: Point): OutlinePoint {
  return { x, y };
}
