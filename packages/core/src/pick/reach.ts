import type { Point } from '@diplex/document';
import { oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';

/** A place whose likeness is looked for. */
export interface ReachFrom {
  /** The middle of the sampled patch, in pixels of the picture. */
  readonly at: Point;
  /** Side of the sampled patch, in pixels of the picture. */
  readonly patch: number;
  /** Only what hangs together with the place, or everything alike. */
  readonly spread: 'touching' | 'everywhere';
}

/** Unlikeness is counted in steps of this size (OKLab distance); what is farther counts as FARTHEST. */
export const REACH_STEP = 1 / 2048;
const FARTHEST = 2047;

/**
 * How far the tolerance has to go until each pixel is reached: its unlikeness to the patch (distance
 * in OKLab) or, touching, the greatest unlikeness on the best way to it. In steps of REACH_STEP. One
 * map answers every tolerance, so a tolerance can be tried out at no cost.
 * @param most tolerances beyond this (in steps) are not looked at: such pixels are FARTHEST
 */
export function reachMap(picture: SourceLevel, from: ReachFrom, most = FARTHEST): Uint16Array {
  const map = unlikenessMap(picture, meanOf(picture, from.at, from.patch));
  if (from.spread === 'everywhere') return map;
  return flooded(map, picture.width, picture.height, from.at, Math.min(most, FARTHEST));
}

/** OKLab of the mean of a patch (taken over OKLab values); the part inside the picture counts. */
export function meanOf(
  picture: SourceLevel,
  at: Point,
  patch: number,
): readonly [number, number, number] {
  const { width, height, channels, data } = picture;
  const half = Math.max(0.5, patch / 2);
  const x0 = Math.max(0, Math.min(width - 1, Math.round(at.x - half)));
  const y0 = Math.max(0, Math.min(height - 1, Math.round(at.y - half)));
  const x1 = Math.max(x0 + 1, Math.min(width, Math.round(at.x + half)));
  const y1 = Math.max(y0 + 1, Math.min(height, Math.round(at.y + half)));
  const row = new Float32Array((x1 - x0) * 3);
  const sum: [number, number, number] = [0, 0, 0];
  for (let y = y0; y < y1; y++) {
    oklabOf(data, (y * width + x0) * channels, channels, x1 - x0, row);
    for (let i = 0; i < row.length; i++) sum[i % 3] = (sum[i % 3] as number) + (row[i] as number);
  }
  const count = (x1 - x0) * (y1 - y0);
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}

function unlikenessMap(
  { width, height, channels, data }: SourceLevel,
  [l, a, b]: readonly [number, number, number],
): Uint16Array {
  const map = new Uint16Array(width * height);
  const row = new Float32Array(width * 3);
  for (let y = 0, p = 0; y < height; y++) {
    oklabOf(data, y * width * channels, channels, width, row);
    for (let x = 0; x < width; x++, p++) {
      const dl = (row[x * 3] as number) - l;
      const da = (row[x * 3 + 1] as number) - a;
      const db = (row[x * 3 + 2] as number) - b;
      // Light and shade part things less surely than colour does.
      const distance = Math.sqrt(0.6 * dl * dl + da * da + db * db) * 2048;
      map[p] = distance > FARTHEST ? FARTHEST : Math.round(distance);
    }
  }
  return map;
}

/**
 * The greatest step on the best way from the place to each pixel: pixels are visited in the order in
 * which they are reached, as water would rise (Dial's buckets, four neighbours).
 */
function flooded(
  map: Uint16Array,
  width: number,
  height: number,
  at: Point,
  most: number,
): Uint16Array {
  const out = new Uint16Array(map.length).fill(FARTHEST);
  const next = new Int32Array(map.length);
  const heads = new Int32Array(FARTHEST + 1).fill(-1);
  const x = Math.max(0, Math.min(width - 1, Math.floor(at.x)));
  const y = Math.max(0, Math.min(height - 1, Math.floor(at.y)));
  const start = y * width + x;
  const seen = new Uint8Array(map.length);
  seen[start] = 1;
  out[start] = map[start] as number;
  next[start] = -1;
  heads[out[start] as number] = start;
  for (let level = 0; level <= most; level++) {
    while (heads[level] !== -1) {
      const p = heads[level] as number;
      heads[level] = next[p] as number;
      const column = p % width;
      for (let k = 0; k < 4; k++) {
        let q = -1;
        if (k === 0) q = column > 0 ? p - 1 : -1;
        else if (k === 1) q = column < width - 1 ? p + 1 : -1;
        else if (k === 2) q = p - width;
        else q = p + width < map.length ? p + width : -1;
        if (q < 0 || seen[q] === 1) continue;
        seen[q] = 1;
        const own = map[q] as number;
        const reached = own > level ? own : level;
        out[q] = reached;
        next[q] = heads[reached] as number;
        heads[reached] = q;
      }
    }
  }
  // What was seen and not reached within `most` stays as it was seen: it lies beyond.
  return out;
}

/**
 * Coverage of a map for a tolerance: all within it, falling smoothly to nothing over the skirt.
 * @param tolerance and `skirt` in OKLab distance
 * @returns a table from steps to coverage, 0..1
 */
export function reachTable(tolerance: number, skirt: number): Float32Array {
  return Float32Array.from({ length: FARTHEST + 1 }, (_, step) => {
    const beyond = step * REACH_STEP - tolerance;
    if (step === FARTHEST || beyond >= skirt) return beyond <= 0 && step < FARTHEST ? 1 : 0;
    if (beyond <= 0) return 1;
    const t = beyond / skirt;
    return 1 - t * t * (3 - 2 * t);
  });
}
