import { callsFor } from '../memory/thread';

/** A stroke has so many straight runs at most. */
export const MOST_RUNS = 12;

/** Numbers of a run: where it begins, its way, one over its length squared, and one over its length times `wide`. */
export const RUN_NUMBERS = 6;

/** How much paint each bristle carries is told for so many of them, the middle ones lying within the brush. */
export const BRISTLE_PLACES = 28;

/** Where the numbers of a stroke lie. */
export const STROKE = {
  radius: 0,
  opacity: 1,
  /** How much bristles leave out, 0..1. */
  bristles: 2,
  /** How much lighter paint is by how much of it a bristle carries, and darker across the brush. */
  ridge: 3,
  slope: 4,
  red: 5,
  green: 6,
  blue: 7,
  runs: 8,
  /** 1 for a dab, which has one run of no length; else 0. */
  alone: 9,
  /** Half the width by which places across the brush are counted, in pixels. */
  wide: 10,
  firstRun: 12,
  bristleTable: 12 + MOST_RUNS * RUN_NUMBERS,
} as const;

export const STROKE_NUMBERS = STROKE.bristleTable + BRISTLE_PLACES;

/** The bristles across the brush, of those in the table. */
const ACROSS = BRISTLE_PLACES / 4;

/** Paint runs out from here on the way, by so much. */
const [RUNS_OUT, BY] = [0.45, 1.6];

const f = Math.fround;

/**
 * Lays a stroke of paint over a picture: bristles leave streaks along it, paint runs out towards its end, and thick paint is
 * lighter on one side. Works in single precision, and about the stroke's own origin, so that parts of a picture agree.
 * @param data RGBA floats, colours straight; alpha stays
 * @param left the first pixel of the picture, counted from the stroke's origin
 * @param numbers of the stroke, as `STROKE` says, in pixels from its origin
 */
export function layStroke(
  data: Float32Array,
  width: number,
  height: number,
  left: number,
  top: number,
  numbers: Float32Array,
): void {
  const calls = callsFor(data, numbers);
  if (calls) {
    calls.layStroke?.(data.byteOffset, width, height, left, top, numbers.byteOffset);
    return;
  }
  const n = (at: number) => numbers[at] as number;
  const [radius, count] = [n(STROKE.radius), n(STROKE.runs)];
  const farthest = f(f(radius + 0.5) * f(radius + 0.5));
  for (let v = 0; v < height; v++) {
    const y = f(top + v + 0.5);
    for (let u = 0; u < width; u++) {
      const x = f(left + u + 0.5);
      let [best, at, cross, scaled] = [f(3.4e38), 0, 0, 0];
      for (let k = 0; k < count; k++) {
        const o = STROKE.firstRun + k * RUN_NUMBERS;
        const [px, py, dx, dy] = [f(x - n(o)), f(y - n(o + 1)), n(o + 2), n(o + 3)];
        const t = Math.max(0, Math.min(1, f(f(f(px * dx) + f(py * dy)) * n(o + 4))));
        const [ex, ey] = [f(px - f(t * dx)), f(py - f(t * dy))];
        const away = f(f(ex * ex) + f(ey * ey));
        if (away >= best) continue;
        best = away;
        at = f(k + t);
        cross = f(f(dx * py) - f(dy * px));
        scaled = n(o + 5);
      }
      if (best >= farthest) continue;
      const solid = Math.min(1, f(f(radius + 0.5) - f(Math.sqrt(best))));
      const across = n(STROKE.alone)
        ? f(f(y - n(STROKE.firstRun + 1)) / n(STROKE.wide))
        : f(cross * scaled);
      const place = Math.floor(f(f(across + 1) * ACROSS)) + ACROSS;
      const bristle = n(STROKE.bristleTable + Math.max(0, Math.min(BRISTLE_PLACES - 1, place)));
      const dry = Math.max(0, at / count - RUNS_OUT) * BY;
      const laid = 1 - n(STROKE.bristles) * Math.min(1, 0.45 * bristle + dry * bristle * BY);
      const alpha = n(STROKE.opacity) * solid * laid;
      const ridge = n(STROKE.ridge) * (bristle - 0.5) - n(STROKE.slope) * across;
      const i = (v * width + u) * 4;
      for (let c = 0; c < 3; c++) {
        const paint = Math.max(0, Math.min(1, n(STROKE.red + c) + ridge));
        data[i + c] = (data[i + c] as number) * (1 - alpha) + alpha * paint;
      }
    }
  }
}
