import type { CurvePoints } from '../fields';

/**
 * A smooth curve through points: cubic between them, with slopes such that it never falls between points that rise,
 * nor rises between points that fall (Fritsch and Carlson 1980; the limited slopes of Fritsch and Butland
 * 1984). Before the first point and after the last it stays as high as they are.
 */
export function curveThrough(points: CurvePoints): (x: number) => number {
  const count = points.length;
  const px = points.map(([x]) => x);
  const py = points.map(([, y]) => y);
  const at = (list: readonly number[], i: number) => list[i] as number;
  const rise = (i: number) => (at(py, i + 1) - at(py, i)) / (at(px, i + 1) - at(px, i));
  const inner = (i: number) => {
    const [before, after] = [rise(i - 1), rise(i)];
    if (before * after <= 0) return 0;
    const [left, right] = [at(px, i) - at(px, i - 1), at(px, i + 1) - at(px, i)];
    const [w1, w2] = [2 * right + left, right + 2 * left];
    return (w1 + w2) / (w1 / before + w2 / after);
  };
  // At an end the slope goes on as the next one bends it, as far as that keeps to the points' way.
  const end = (own: number, next: number) => {
    const slope = 1.5 * own - 0.5 * next;
    if (slope * own <= 0) return 0;
    return Math.abs(slope) > 3 * Math.abs(own) ? 3 * own : slope;
  };
  const slopes = points.map((_, i) => {
    if (count === 2) return rise(0);
    if (i === 0) return end(rise(0), inner(1));
    if (i === count - 1) return end(rise(count - 2), inner(count - 2));
    return inner(i);
  });
  return (x) => {
    if (x <= at(px, 0)) return at(py, 0);
    if (x >= at(px, count - 1)) return at(py, count - 1);
    let i = 0;
    while (x > at(px, i + 1)) i++;
    const width = at(px, i + 1) - at(px, i);
    const t = (x - at(px, i)) / width;
    const [t2, t3] = [t * t, t * t * t];
    return (
      at(py, i) * (2 * t3 - 3 * t2 + 1) +
      at(slopes, i) * width * (t3 - 2 * t2 + t) +
      at(py, i + 1) * (3 * t2 - 2 * t3) +
      at(slopes, i + 1) * width * (t3 - t2)
    );
  };
}
