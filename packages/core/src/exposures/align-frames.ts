import { cornersOf, type Matrix, type Quad, transform } from '@diplex/document';
import type { SourceLevel } from '../pixels/source-level';
import { lightnessPyramid, type Plane, type PyramidLevel } from './lightness-pyramid';
import {
  bilinear,
  FIELDS,
  levelOf,
  shareFound,
  solved,
  type Textured,
  texturedOf,
  tukeyLimit,
  tukeyWeight,
} from './textured';

/** How a frame has to be moved to lie on another. */
export interface FrameMove {
  /** Pixels by which its middle moves. */
  readonly dx: number;
  readonly dy: number;
  /** Degrees about its middle, clockwise. */
  readonly turn: number;
  readonly scale: number;
  /** Where its corners come to lie, in pixels, when it is drawn out of square too; else the rest says it all. */
  readonly corners?: Quad;
}

export const UNMOVED: FrameMove = { dx: 0, dy: 0, turn: 0, scale: 1 };

/** What a pixel of the one picture corresponds to in the other: a shift of the middle, a turn and a scale. */
interface Similarity {
  readonly x: number;
  readonly y: number;
  /** Radians. */
  readonly turn: number;
  readonly scale: number;
}

/** Shifts are searched up to this share of the sides, turns up to so many degrees, in such steps. */
const SEARCHED = 0.22;
const TURNS = [0, -2, 2, -4, 4, -6, 6];

/** Two pictures must lie over each other on so much of the smaller drawing to be compared. */
const LEAST_OVERLAP = 0.4;

/** How well two small pictures agree with one moved, -1..1; null where they hardly overlap. */
function agreement(of: Plane, on: Plane, { x, y, turn }: Similarity): number | null {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [mx, my] = [(of.width - 1) / 2, (of.height - 1) / 2];
  let [both, first, second, count, asked] = [0, 0, 0, 0, 0];
  for (let v = 0; v < of.height; v += 2) {
    for (let u = 0; u < of.width; u += 2) {
      asked++;
      const px = Math.round(cos * (u - mx) - sin * (v - my) + mx + x);
      const py = Math.round(sin * (u - mx) + cos * (v - my) + my + y);
      if (px < 0 || py < 0 || px >= on.width || py >= on.height) continue;
      const a = of.data[v * of.width + u] as number;
      const b = on.data[py * on.width + px] as number;
      both += a * b;
      first += a * a;
      second += b * b;
      count++;
    }
  }
  if (count < asked * LEAST_OVERLAP) return null;
  return both / Math.sqrt(first * second + 1e-9);
}

/** So many of the best places found from afar are followed until it can be told which is right. */
const CANDIDATES = 10;

/** Candidates lie so many pixels of the coarsest level apart at least. */
const APART = 1.2;

/** The best of all shifts and turns at the coarsest level, no two beside each other. */
function searched(of: Plane, on: Plane): Similarity[] {
  const found: { readonly at: Similarity; readonly how: number }[] = [];
  const [reachX, reachY] = [Math.ceil(of.width * SEARCHED), Math.ceil(of.height * SEARCHED)];
  for (const degrees of TURNS) {
    const turn = (degrees * Math.PI) / 180;
    for (let y = -reachY; y <= reachY; y++) {
      for (let x = -reachX; x <= reachX; x++) {
        const at = { x, y, turn, scale: 1 };
        const how = agreement(of, on, at);
        if (how !== null) found.push({ at, how });
      }
    }
  }
  found.sort((a, b) => b.how - a.how);
  const best: Similarity[] = [];
  for (const { at } of found) {
    if (best.length === CANDIDATES) break;
    if (best.every((each) => Math.hypot(each.x - at.x, each.y - at.y) > APART)) best.push(at);
  }
  return best;
}

/** So many steps are made at each level at most, until they are smaller than this, in pixels. */
const [MOST_STEPS, SMALL_STEP] = [16, 0.002];

/**
 * Gauss and Newton's steps over shift, turn and scale (Lucas and Kanade 1981), with Tukey's weights, so that what moved
 * does not pull.
 */
function refined(
  textured: Textured,
  on: Plane,
  from: Similarity,
  free: 'rigid' | 'similar',
): Similarity {
  const { count, values } = textured;
  let at = from;
  const residuals = new Float32Array(count);
  const [mx, my] = [(on.width - 1) / 2, (on.height - 1) / 2];
  const size = Math.max(on.width, on.height) / 2;
  for (let step = 0; step < MOST_STEPS; step++) {
    const { x, y, turn, scale } = at;
    const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)];
    for (let k = 0, i = 0; k < count; k++, i += FIELDS) {
      const [u, v] = [values[i] as number, values[i + 1] as number];
      const px = cos * u - sin * v + mx + x;
      const py = sin * u + cos * v + my + y;
      const inside = px >= 0 && py >= 0 && px < on.width - 1 && py < on.height - 1;
      residuals[k] = inside ? bilinear(on, px, py) - (values[i + 2] as number) : Number.NaN;
    }
    const limit = tukeyLimit(residuals, count);
    const matrix = [0, 1, 2, 3].map(() => [0, 0, 0, 0]);
    const right = [0, 0, 0, 0];
    const slope = [0, 0, 0, 0];
    for (let k = 0, i = 0; k < count; k++, i += FIELDS) {
      const off = residuals[k] as number;
      if (!(Math.abs(off) < limit)) continue;
      const weight = tukeyWeight(off, limit);
      const [u, v] = [values[i] as number, values[i + 1] as number];
      const [gx, gy] = [values[i + 3] as number, values[i + 4] as number];
      // The other picture's gradient is this one's, turned.
      const [hx, hy] = [
        (cos * gx - sin * gy) / (scale * scale),
        (sin * gx + cos * gy) / (scale * scale),
      ];
      slope[0] = hx;
      slope[1] = hy;
      slope[2] = hx * (-sin * u - cos * v) + hy * (cos * u - sin * v);
      if (free === 'similar') {
        slope[3] = (hx * (cos * u - sin * v) + hy * (sin * u + cos * v)) / scale;
      }
      for (let r = 0; r < 4; r++) {
        const row = matrix[r] as number[];
        const s = weight * (slope[r] as number);
        right[r] = (right[r] as number) - s * off;
        for (let c = 0; c < 4; c++) row[c] = (row[c] as number) + s * (slope[c] as number);
      }
    }
    if (free === 'rigid') (matrix[3] as number[])[3] = 1;
    const change = solved(matrix, right);
    if (!change) return at;
    const [dx = 0, dy = 0, dt = 0, ds = 0] = change;
    at = { x: x + dx, y: y + dy, turn: turn + dt, scale: scale + ds };
    const moved = Math.max(Math.abs(dx), Math.abs(dy), Math.abs(dt) * size, Math.abs(ds) * size);
    if (moved < SMALL_STEP) return at;
  }
  return at;
}

/** Only at so many of the finest levels the scale is free: from afar it could follow what moved in a part of the frame. */
const SCALED_LEVELS = 2;

/** Where a place of the one picture, from its middle, lies on the other. */
function placedBy({ x, y, turn, scale }: Similarity, { width, height }: Plane) {
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  const [mx, my] = [(width - 1) / 2 + x, (height - 1) / 2 + y];
  return (u: number, v: number, out: { x: number; y: number }) => {
    out.x = cos * u - sin * v + mx;
    out.y = sin * u + cos * v + my;
  };
}

/** Levels of more pixels than this are looked at with one candidate only. */
const FOLLOWED = 40_000;

/** The best first, without those that others have come to. */
function distinct<Of extends { readonly at: Similarity }>(found: readonly Of[]): Of[] {
  return found.filter(({ at }, i) =>
    found.slice(0, i).every((each) => Math.hypot(each.at.x - at.x, each.at.y - at.y) > APART / 2),
  );
}

/**
 * How a frame has to be moved to lie on a reference of the same size, by shift, turn and scale, whatever their exposures:
 * searched at the coarsest of the pyramids, and then refined from coarse to fine.
 */
export function alignPyramids(
  reference: readonly PyramidLevel[],
  frame: readonly PyramidLevel[],
): FrameMove {
  let candidates: Similarity[] | null = null;
  let last = 0;
  for (const { level, plane } of [...reference].reverse()) {
    const on = levelOf(frame, level);
    if (!on) continue;
    const by = 2 ** (last - level);
    const from: Similarity[] =
      candidates?.map((each) => ({ ...each, x: each.x * by, y: each.y * by })) ??
      searched(plane, on);
    const scaled = level < (reference[0]?.level ?? 0) + SCALED_LEVELS;
    const textured = texturedOf(plane);
    const rigid = from.map((each) => refined(textured, on, each, 'rigid'));
    const found = rigid.map((at) => ({ at, share: shareFound(textured, on, placedBy(at, on)) }));
    found.sort((a, b) => b.share - a.share);
    // From afar a step may lead to what moved in a part of the frame, so places are followed as they were, too.
    const start: { at: Similarity }[] = candidates ? [] : from.map((at) => ({ at }));
    const kept = plane.data.length > FOLLOWED ? found.slice(0, 1) : distinct([...found, ...start]);
    candidates = kept.map(({ at }) => (scaled ? refined(textured, on, at, 'similar') : at));
    last = level;
  }
  const found = candidates?.[0];
  if (!found) return UNMOVED;
  const by = 2 ** last;
  const { turn, scale } = found;
  const [x, y] = [found.x * by, found.y * by];
  const [cos, sin] = [Math.cos(turn) / scale, Math.sin(turn) / scale];
  return {
    dx: -(cos * x + sin * y) + 0,
    dy: -(-sin * x + cos * y) + 0,
    turn: (-turn * 180) / Math.PI + 0,
    scale: 1 / scale,
  };
}

/** Two pictures are compared at this size. */
const COMPARED_SIDE = 170;

/** Without a move to go by, the best within so many pixels is meant. */
const NEAR = 6;

/**
 * How well two pictures agree, -1..1: with one moved, or at the best of all small shifts when it is not known how.
 */
export function agreementOf(
  reference: readonly PyramidLevel[],
  frame: readonly PyramidLevel[],
  move: FrameMove | null,
): number {
  const small = move
    ? (reference.find(({ plane }) => plane.width <= COMPARED_SIDE) ?? reference.at(-1))
    : reference.at(-1);
  const on = small && levelOf(frame, small.level);
  if (!small || !on) return -1;
  if (move) {
    const by = 2 ** small.level;
    const turn = (-move.turn * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const [x, y] = [-move.dx / by, -move.dy / by];
    const at = { x: cos * x - sin * y, y: sin * x + cos * y, turn, scale: 1 };
    return agreement(small.plane, on, at) ?? -1;
  }
  let most = -1;
  for (let y = -NEAR; y <= NEAR; y++) {
    for (let x = -NEAR; x <= NEAR; x++) {
      most = Math.max(most, agreement(small.plane, on, { x, y, turn: 0, scale: 1 }) ?? -1);
    }
  }
  return most;
}

/** See `alignPyramids`. */
export function alignFrames(reference: SourceLevel, frame: SourceLevel): FrameMove {
  return alignPyramids(lightnessPyramid(reference), lightnessPyramid(frame));
}

/** The map that a move makes of a frame's pixels, for a frame of this size. */
export function moveMatrix(
  { dx, dy, turn, scale }: FrameMove,
  { width, height }: { readonly width: number; readonly height: number },
): Matrix {
  const [mx, my] = [width / 2, height / 2];
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [scale * Math.cos(angle), scale * Math.sin(angle)];
  return [cos, sin, -sin, cos, mx + dx - cos * mx + sin * my, my + dy - sin * mx - cos * my];
}

/** Where the corners of a frame of this size come to lie. */
export function moveCorners(
  move: FrameMove,
  { width, height }: { readonly width: number; readonly height: number },
): Quad {
  if (move.corners) return move.corners;
  const matrix = moveMatrix(move, { width, height });
  const corner = cornersOf({ x: 0, y: 0, width, height });
  return corner.map((each) => transform(matrix, each)) as unknown as Quad;
}
