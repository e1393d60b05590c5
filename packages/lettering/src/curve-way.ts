import type { OutlinePoint, Point } from '@diplex/document';

/** A line that can be walked along by its length. */
export interface CurveWay {
  readonly length: number;
  /** The place so far along, and the slope there in degrees; beyond its ends it goes straight on. */
  at(along: number): Point & { readonly turn: number };
}

/** Each run of a curve is walked in so many straight pieces. */
const PIECES = 64;

function between(from: OutlinePoint, to: OutlinePoint, t: number): Point {
  const a = from.out ?? from;
  const b = to.in ?? to;
  const s = 1 - t;
  const mix = (p: number, q: number, r: number, u: number) =>
    s * s * s * p + 3 * s * s * t * q + 3 * s * t * t * r + t * t * t * u;
  return { x: mix(from.x, a.x, b.x, to.x), y: mix(from.y, a.y, b.y, to.y) };
}

/**
 * A line of two points at least, with or without handles.
 * @param beside how far beside it the way runs, to the right of where it goes
 */
export function curveWay(points: readonly OutlinePoint[], beside = 0): CurveWay {
  const [first = { x: 0, y: 0 }] = points;
  const walked: Point[] = [first];
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1] as OutlinePoint, points[i] as OutlinePoint];
    const count = from.out || to.in ? PIECES : 1;
    for (let k = 1; k <= count; k++) walked.push(between(from, to, k / count));
  }
  const ends = [0];
  for (let i = 1; i < walked.length; i++) {
    const [a, b] = [walked[i - 1] as Point, walked[i] as Point];
    ends.push((ends[i - 1] as number) + Math.hypot(b.x - a.x, b.y - a.y));
  }
  const length = ends.at(-1) ?? 0;
  return {
    length,
    at(along) {
      let i = ends.findIndex((end) => end >= along);
      if (i < 1) i = i === 0 ? 1 : walked.length - 1;
      const [a, b] = [walked[i - 1] ?? first, walked[i] ?? first];
      const piece = Math.max(1e-9, (ends[i] ?? 0) - (ends[i - 1] ?? 0));
      const t = (along - (ends[i - 1] ?? 0)) / piece;
      const angle = Math.atan2(b.y - a.y, b.x - a.x);
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      return {
        x: a.x + (b.x - a.x) * t - s * beside,
        y: a.y + (b.y - a.y) * t + c * beside,
        turn: (angle * 180) / Math.PI,
      };
    },
  };
}
