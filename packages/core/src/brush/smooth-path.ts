import type { StrokePoint } from './brush';

/** How far apart the places on a curve are, in composition pixels, as near as that is of use. */
const STEP = 4;
const MOST_STEPS = 32;

/**
 * Rounds the path of a pointer: the curve goes through the middles between the places it was at, and
 * bends towards these places (quadratic B-spline). It lags by half a step of the pointer; `end` goes
 * the rest of the way.
 */
export class SmoothPath {
  private pulled: StrokePoint | null = null;
  private last: StrokePoint | null = null;
  private corner: StrokePoint | null = null;
  private at: StrokePoint | null = null;

  /** @param amount 0 (as drawn) to 1: how much the path is pulled along behind the pointer */
  constructor(private readonly amount = 0) {}

  /** The curve's further places for further places of the pointer. */
  add(points: readonly StrokePoint[]): StrokePoint[] {
    return points.flatMap((point) => this.addOne(this.pull(point)));
  }

  /** What is left up to the last place of the pointer. */
  end(): StrokePoint[] {
    const { corner, last } = this;
    if (!corner || !last) return [];
    // What is pulled along comes to where the pointer stopped.
    return this.amount > 0 ? [...this.addOne(last), last] : [corner];
  }

  private pull(point: StrokePoint): StrokePoint {
    this.last = point;
    const follows = 1 - 0.92 * this.amount;
    this.pulled = this.pulled ? between(this.pulled, point, follows) : point;
    return this.pulled;
  }

  private addOne(point: StrokePoint): StrokePoint[] {
    const { corner, at } = this;
    this.corner = point;
    if (!corner || !at) {
      this.at = point;
      return [point];
    }
    const to = between(corner, point, 0.5);
    this.at = to;
    const length =
      Math.hypot(corner.x - at.x, corner.y - at.y) + Math.hypot(to.x - corner.x, to.y - corner.y);
    const steps = Math.max(1, Math.min(MOST_STEPS, Math.ceil(length / STEP)));
    return Array.from({ length: steps }, (_, i) => {
      const t = (i + 1) / steps;
      return between(between(at, corner, t), between(corner, to, t), t);
    });
  }
}

function between(a: StrokePoint, b: StrokePoint, t: number): StrokePoint {
  return {
    x: a.x + (b.x - a.x) * t,
    y: a.y + (b.y - a.y) * t,
    pressure: a.pressure + (b.pressure - a.pressure) * t,
  };
}
