import type { Point } from '@diplex/document';
import type { LineSegment } from './find-lines';

/** A horizon that straight lines speak for. */
export interface HorizonProposal {
  /** At the middle of the picture, in its pixels. */
  readonly y: number;
  /** Degrees by which it falls to the right. */
  readonly tilt: number;
  /** How much of all that could speak for it does, 0..1. */
  readonly sure: number;
}

/** Lines belong to a vanishing point when they point at it within so many degrees. */
const WITHIN = 1.6;

/** Lines that stand up within so many degrees say which way is up, and nothing of the horizon. */
const STANDING = 22;

/** So many pairs of lines are tried, drawn by a fixed rule. */
const TRIES = 2500;

/** At least so many lines have to meet in a point, and such a share of all lengths. */
const [FEW, LITTLE] = [8, 0.15];

/** Lines that run within so many degrees of each other meet too far away to tell where. */
const SPREAD = 14;

/** A vanishing point lies so many widths from the middle at most, and so many heights: who looks up or down further says so. */
const [FAR_ACROSS, FAR_DOWN] = [2, 0.38];

/** A tilt beyond this is nobody's camera. */
const MOST_TILT = 20;

interface Ray extends LineSegment {
  readonly length: number;
  readonly middle: Point;
  /** The line as a x + b y + c = 0. */
  readonly line: readonly [number, number, number];
}

function rayOf({ from, to }: LineSegment): Ray {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [a, b] = [(from.y - to.y) / length, (to.x - from.x) / length];
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  return { from, to, length, middle, line: [a, b, -(a * from.x + b * from.y)] };
}

/** Degrees by which a line misses a point, seen from its middle. */
function off({ from, to, middle }: Ray, point: Point): number {
  const along = Math.atan2(to.y - from.y, to.x - from.x);
  const way = Math.atan2(point.y - middle.y, point.x - middle.x);
  const turn = Math.abs(((along - way + Math.PI / 2) % Math.PI) - Math.PI / 2);
  return (Math.min(turn, Math.PI - turn) * 180) / Math.PI;
}

function crossing({ line: [a, b, c] }: Ray, { line: [d, e, f] }: Ray): Point | null {
  const w = a * e - b * d;
  return Math.abs(w) < 1e-4 ? null : { x: (b * f - c * e) / w, y: (c * d - a * f) / w };
}

interface Found {
  readonly point: Point;
  readonly lines: readonly Ray[];
  /** The length of its lines together. */
  readonly length: number;
}

function supporters(rays: readonly Ray[], point: Point): Found {
  const lines = rays.filter((ray) => off(ray, point) < WITHIN);
  return { point, lines, length: lines.reduce((sum, ray) => sum + ray.length, 0) };
}

/** The point nearest to all of its lines, by least squares weighed by their lengths. */
function refined({ lines, point }: Found): Point {
  let [aa, ab, bb, ac, bc] = [0, 0, 0, 0, 0];
  for (const { line, length, middle } of lines) {
    // An angle counts, not a distance: lines near the point would count too much.
    const w = (length / Math.max(1, Math.hypot(point.x - middle.x, point.y - middle.y))) ** 2;
    const [a, b, c] = line;
    aa += w * a * a;
    ab += w * a * b;
    bb += w * b * b;
    ac += w * a * c;
    bc += w * b * c;
  }
  const w = aa * bb - ab * ab;
  return Math.abs(w) < 1e-9 ? point : { x: (ab * bc - bb * ac) / w, y: (ab * ac - aa * bc) / w };
}

/** Degrees between the ways of the lines that differ most, but for the outermost tenth on both sides. */
function spreadOf({ lines }: Found): number {
  const ways = lines
    .map(({ from, to }) => (Math.atan((to.y - from.y) / (to.x - from.x)) * 180) / Math.PI)
    .sort((a, b) => a - b);
  const rim = Math.floor(ways.length / 10);
  return (ways[ways.length - 1 - rim] ?? 0) - (ways[rim] ?? 0);
}

/** Whether a horizon may go through a point. */
function isNear({ x, y }: Point, { width, height }: Extent): boolean {
  return (
    Math.abs(x - width / 2) < FAR_ACROSS * width && Math.abs(y - height / 2) < FAR_DOWN * height
  );
}

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** The point in which most lines meet; null when there is none that enough do. */
function vanishing(rays: readonly Ray[], all: number, extent: Extent): Found | null {
  let best: Found | null = null;
  const count = rays.length;
  for (let i = 0; i < TRIES && count > 1; i++) {
    // A fixed walk over pairs, the longer lines first.
    const first = rays[Math.floor(((i * 0.6180339887) % 1) ** 2 * count)] as Ray;
    const second = rays[Math.floor(((i * 0.7548776662) % 1) * count)] as Ray;
    const point = first === second ? null : crossing(first, second);
    if (!point || !isNear(point, extent)) continue;
    const found = supporters(rays, point);
    // Those that run side by side meet anywhere.
    const more = found.length > (best?.length ?? 0) && found.lines.length >= FEW;
    if (more && spreadOf(found) >= SPREAD) best = found;
  }
  if (!best) return null;
  const found = supporters(rays, refined(best));
  const better = found.length > best.length && isNear(found.point, extent) ? found : best;
  const enough = better.lines.length >= FEW && better.length >= LITTLE * all;
  return enough && spreadOf(better) >= SPREAD ? better : null;
}

/**
 * The horizon by the vanishing points of a picture's straight lines: pairs of lines vote for where they meet, the two
 * points with the longest following lie on it; with only one, it is level, or at a right angle to what stands up.
 * Null when too few lines agree.
 */
export function proposeHorizon(
  lines: readonly LineSegment[],
  extent: Extent,
): HorizonProposal | null {
  const { width } = extent;
  const rays = lines.map(rayOf).sort((a, b) => b.length - a.length);
  const steep = ({ from, to }: Ray) =>
    (Math.abs(Math.atan2(to.x - from.x, to.y - from.y)) * 180) / Math.PI;
  const stands = (ray: Ray) => Math.min(steep(ray), 180 - steep(ray)) < STANDING;
  const lying = rays.filter((ray) => !stands(ray));
  const all = lying.reduce((sum, { length }) => sum + length, 0);
  const first = vanishing(lying, all, extent);
  if (!first) return null;
  const rest = lying.filter((ray) => !first.lines.includes(ray));
  const second = vanishing(rest, all, extent);
  const slope =
    (second && slopeOf(first.point, second.point, width)) ?? uprightSlope(rays.filter(stands));
  const tilt = (Math.atan(slope) * 180) / Math.PI;
  if (Math.abs(tilt) > MOST_TILT) return null;
  const speaking = first.length + (second?.length ?? 0);
  return {
    y: first.point.y + slope * (width / 2 - first.point.x),
    tilt,
    sure: Math.min(1, speaking / Math.max(1, all)),
  };
}

/** The slope of the line through two points, where they lie far enough apart to tell it. */
function slopeOf(a: Point, b: Point, width: number): number | null {
  const slope = (b.y - a.y) / (b.x - a.x);
  const apart = Math.abs(b.x - a.x) > width / 3;
  return apart && Math.abs(slope) < Math.tan((MOST_TILT * Math.PI) / 180) ? slope : null;
}

/** The slope at a right angle to what stands up, by the median; level when little does. */
function uprightSlope(standing: readonly Ray[]): number {
  if (standing.length < FEW) return 0;
  const slopes = standing
    .map(({ from, to }) => -(to.x - from.x) / (to.y - from.y))
    .sort((a, b) => a - b);
  return slopes[Math.floor(slopes.length / 2)] ?? 0;
}
