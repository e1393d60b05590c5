import type { Point } from '@diplex/document';
import { oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';

/** Places are tried at this distance from each other across the strand, and along it, in pixels. */
const [ACROSS, ALONG] = [0.5, 1.5];
/** Strands are tried that are so wide to either side, in pixels. */
const HALF_WIDTHS = [0.5, 1, 1.5, 2] as const;
/** What lies beside a strand is looked at so far from it. */
const [BESIDE_FROM, BESIDE_TO] = [1, 2.5] as const;
/** A strand is at most so wide to either side, with the blur of the lens. */
const WIDEST = 5;
/** What it costs to lie off the drawn line, and to bend. */
const [OFF, BENDS] = [0.35, 0.08] as const;

/** A hair, whisker or wire in a picture. */
export interface Strand {
  /** Its middle, in pixels of the picture. */
  readonly points: readonly Point[];
  /** How wide it shows, in pixels: the area under its profile. One of a pixel shows up to two, by where it lies between them. */
  readonly width: number;
}

/**
 * Moves an open line onto the ridge near it: what is lighter, darker or of another colour than what lies on both sides, one to
 * four pixels wide. The best way for all its points together is found by dynamic programming (Amini, Weymouth and Jain
 * 1990), so that it stays in one piece.
 * @param picture straight, display-encoded
 * @param line in pixels of the picture; at least two points
 * @param reach how far a point may go, in pixels
 */
export function followStrand(picture: SourceLevel, line: readonly Point[], reach: number): Strand {
  const points = evenly(line);
  const places = 2 * Math.floor(reach / ACROSS) + 1;
  const patch = labAround(picture, points, reach + WIDEST + 2);
  const across = points.map((point, i) => {
    const normal = normalAt(points, i);
    const middle = (places - 1) / 2;
    return { point, normal, gain: gains(patch, point, normal, middle, places) };
  });
  const best = bestWay(across.map(({ gain }) => gain));
  const moved = across.map(({ point, normal }, i) => {
    const by = ((best[i] as number) - (places - 1) / 2) * ACROSS;
    return { x: point.x + normal.x * by, y: point.y + normal.y * by };
  });
  const widths = across.map(({ normal }, i) => widthAt(patch, moved[i] as Point, normal));
  widths.sort((a, b) => a - b);
  return { points: moved, width: widths[Math.floor(widths.length / 2)] ?? 1 };
}

/** Points along a line at even distances. */
function evenly(line: readonly Point[]): Point[] {
  const [first] = line;
  if (!first) return [];
  const made: Point[] = [first];
  let left = ALONG;
  for (let i = 1; i < line.length; i++) {
    const [from, to] = [line[i - 1] as Point, line[i] as Point];
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    let at = left;
    for (; at <= long; at += ALONG) {
      const t = at / long;
      made.push({ x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) });
    }
    left = at - long;
  }
  return made;
}

/** Across the way of a line, from a few points to either side: hands tremble. */
function normalAt(points: readonly Point[], i: number): Point {
  const before = points[Math.max(0, i - 4)] as Point;
  const after = points[Math.min(points.length - 1, i + 4)] as Point;
  const [dx, dy] = [after.x - before.x, after.y - before.y];
  const length = Math.hypot(dx, dy) || 1;
  return { x: -dy / length, y: dx / length };
}

/** A part of a picture in OKLab, interleaved. */
interface LabPatch {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly lab: Float32Array;
}

function labAround(
  { width, height, channels, data }: SourceLevel,
  points: readonly Point[],
  margin: number,
): LabPatch {
  const spans = (of: (point: Point) => number, most: number): [from: number, to: number] => {
    const values = points.map(of);
    const from = Math.max(0, Math.min(most - 1, Math.floor(Math.min(...values) - margin)));
    return [from, Math.max(from + 1, Math.min(most, Math.ceil(Math.max(...values) + margin)))];
  };
  const [left, right] = spans(({ x }) => x, width);
  const [top, bottom] = spans(({ y }) => y, height);
  const wide = right - left;
  const lab = new Float32Array(wide * (bottom - top) * 3);
  const row = new Float32Array(wide * 3);
  for (let y = top; y < bottom; y++) {
    oklabOf(data, (y * width + left) * channels, channels, wide, row);
    lab.set(row, (y - top) * wide * 3);
  }
  return { x: left, y: top, width: wide, height: bottom - top, lab };
}

type Lab = readonly [number, number, number];

/** The colour between the middles of four pixels; the picture's edge goes on. */
function colourAt({ x: left, y: top, width, height, lab }: LabPatch, x: number, y: number): Lab {
  const u = Math.max(0, Math.min(width - 1, x - left - 0.5));
  const v = Math.max(0, Math.min(height - 1, y - top - 0.5));
  const [i, j] = [
    Math.min(Math.floor(u), Math.max(0, width - 2)),
    Math.min(Math.floor(v), Math.max(0, height - 2)),
  ];
  const [s, t] = [u - i, v - j];
  const right = i + 1 < width ? 3 : 0;
  const below = j + 1 < height ? width * 3 : 0;
  const at = (j * width + i) * 3;
  const value = (c: number) => {
    const upper = (lab[at + c] as number) * (1 - s) + (lab[at + right + c] as number) * s;
    const lower =
      (lab[at + below + c] as number) * (1 - s) + (lab[at + below + right + c] as number) * s;
    return upper * (1 - t) + lower * t;
  };
  return [value(0), value(1), value(2)];
}

/** Colours across a line, in steps of ACROSS: as many to either side as told. */
function profile(patch: LabPatch, at: Point, normal: Point, steps: number): Lab[] {
  return Array.from({ length: 2 * steps + 1 }, (_, i) => {
    const by = (i - steps) * ACROSS;
    return colourAt(patch, at.x + normal.x * by, at.y + normal.y * by);
  });
}

function meanOf(colours: readonly Lab[], from: number, to: number): Lab {
  const sum: [number, number, number] = [0, 0, 0];
  for (let i = from; i <= to; i++) {
    const [l, a, b] = colours[i] as Lab;
    sum[0] += l;
    sum[1] += a;
    sum[2] += b;
  }
  const count = to - from + 1;
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}

const less = (a: Lab, b: Lab): Lab => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Lab, b: Lab) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** How much each place across a line is a ridge: unlike both sides, and unlike them in the same way. */
function gains(
  patch: LabPatch,
  at: Point,
  normal: Point,
  middle: number,
  places: number,
): Float64Array {
  const most = HALF_WIDTHS[HALF_WIDTHS.length - 1] as number;
  const beyond = Math.ceil((most + BESIDE_TO) / ACROSS);
  const colours = profile(patch, at, normal, middle + beyond);
  return new Float64Array(places).map((_, k) => {
    const own = k + beyond;
    return Math.max(
      ...HALF_WIDTHS.map((half) => {
        const steps = Math.round(half / ACROSS);
        const [near, far] = [
          Math.round((half + BESIDE_FROM) / ACROSS),
          Math.round((half + BESIDE_TO) / ACROSS),
        ];
        const ridge = meanOf(colours, own - steps + 1, own + steps - 1);
        const one = less(ridge, meanOf(colours, own - far, own - near));
        const other = less(ridge, meanOf(colours, own + near, own + far));
        return (
          dot(one, other) / Math.max(1e-6, Math.sqrt(Math.max(dot(one, one), dot(other, other))))
        );
      }),
    );
  });
}

/** The place of each point on the best way. */
function bestWay(gain: readonly Float64Array[]): number[] {
  const places = gain[0]?.length ?? 0;
  const most = gain.reduce((high, each) => Math.max(high, ...each), 1e-6);
  const came: Int16Array[] = [];
  let sums = new Float64Array(places);
  gain.forEach((own, i) => {
    const from = new Int16Array(places);
    const next = new Float64Array(places);
    for (let k = 0; k < places; k++) {
      // A ridge near the drawn line is worth more than one as strong far away.
      const off = (k - (places - 1) / 2) / places;
      let least = i === 0 ? 0 : Number.POSITIVE_INFINITY;
      for (let j = Math.max(0, k - 2); i > 0 && j <= Math.min(places - 1, k + 2); j++) {
        const way = (sums[j] as number) + BENDS * (k - j) * (k - j);
        if (way >= least) continue;
        least = way;
        from[k] = j;
      }
      next[k] = least + OFF * off * off - (own[k] as number) / most;
    }
    came.push(from);
    sums = next;
  });
  const way = new Array<number>(gain.length);
  let k = sums.indexOf(Math.min(...sums));
  for (let i = gain.length - 1; i >= 0; i--) {
    way[i] = k;
    k = came[i]?.[k] as number;
  }
  return way;
}

/** How wide a strand is at a place: the area under its profile, from the colours beside it to its own. */
function widthAt(patch: LabPatch, at: Point, normal: Point): number {
  const steps = Math.round(WIDEST / ACROSS);
  const colours = profile(patch, at, normal, steps);
  const own = colours[steps] as Lab;
  const left = meanOf(colours, 0, 2);
  const right = meanOf(colours, 2 * steps - 2, 2 * steps);
  const area = (from: number, to: number, beside: Lab) => {
    const whole = less(own, beside);
    const square = Math.max(1e-9, dot(whole, whole));
    let sum = 0;
    for (let i = from; i <= to; i++) {
      const share = dot(less(colours[i] as Lab, beside), whole) / square;
      sum += Math.max(0, Math.min(1, share)) * (i === steps ? 0.5 : 1);
    }
    return sum * ACROSS;
  };
  return area(0, steps, left) + area(steps, 2 * steps, right);
}
