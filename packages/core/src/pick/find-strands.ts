import type { Point, Rect, Size } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { grown } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { followStrand, type Strand } from './follow-strand';
import { ridgeMap } from './ridge-map';

/** Strands begin so near to the edge of what is cut out, in pixels. */
const BEGINS = 7;
/** A line is a strand while it is so much stronger than its surroundings, where it begins and on its way. */
const [STANDS_OUT, GOES_ON] = [2.2, 1.5] as const;
/** And so strong at least. */
const [LEAST, LEAST_ON_WAY] = [0.012, 0.006] as const;
/** It may be lost for so many pixels on its way, and is so long at least. */
const [LOST, SHORTEST] = [6, 16] as const;
/** How much a strand bends in a pixel at most: the cosine. */
const STRAIGHT = 0.9;
/** How many there may be: what is full of hair is solved in a band, not strand by strand. */
const MOST = 200;

/** What shows wider than this is no strand, in pixels. */
const WIDEST = 5.5;

/** A strand is moved onto its own middle within so many pixels. */
const SETTLES = 2;

/** Ridges are worked out in tiles of this side, only where strands can lie; so far beyond a tile they are felt. */
const [TILE, FELT] = [256, 16] as const;
/** Distances are measured in tiles of this side. */
const FAR_TILE = 512;
/** Ways of lines are kept in so many steps of half a turn. */
const WAYS = 128;

/** Strengths, what is usual around, and ways of lines in a part of a picture. */
interface Field extends Size {
  readonly strength: Float32Array;
  readonly usual: Float32Array;
  /** In steps of WAYS. */
  readonly way: Uint8Array;
  /** How far outside of what is cut out, in pixels; inside below 0. */
  readonly outside: Float32Array;
  /** Where a strand lies already. */
  readonly taken: Uint8Array;
}

/**
 * Hairs, whiskers and wires that leave what is cut out: thin lines that begin at its edge, stand out from what lies around them,
 * and lead away from it.
 * @param picture straight, display-encoded
 * @param cut 1 for every pixel that is cut out
 * @param reach how far from the edge they are followed, in pixels
 * @param goOn asked in between; throws to end it
 * @returns the surest first
 */
export function findStrands(
  picture: SourceLevel,
  cut: Uint8Array,
  reach: number,
  goOn: () => void = () => undefined,
): Strand[] {
  const part = around(picture, cut, reach);
  if (!part) return [];
  const outside = outsideOf(picture, cut, part, reach, goOn);
  const field = fieldOf(picture, part, outside, reach, goOn);
  const found: { line: Point[]; sure: number }[] = [];
  for (const seed of seedsOf(field)) {
    if (found.length >= MOST) break;
    if (field.taken[seed]) continue;
    const line = traced(field, seed, reach);
    if (!line) continue;
    found.push(line);
    take(field, line.line);
  }
  return found
    .sort((a, b) => b.sure - a.sure)
    .map(({ line }) => {
      const moved = line.map(({ x, y }) => ({ x: x + part.x, y: y + part.y }));
      return followStrand(picture, moved, SETTLES);
    })
    .filter(({ width }) => width <= WIDEST);
}

/** The part of a picture that strands can lie in; null when nothing is cut out. */
function around({ width, height }: SourceLevel, cut: Uint8Array, reach: number): Rect | null {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (cut[p] !== 1) continue;
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, bottom] = [Math.min(top, y), y];
    }
  }
  if (right < 0) return null;
  const box = { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
  return grown(box, reach, { width, height });
}

/** How far each pixel of a part lies outside of the cut, in tiles: distances of a large picture would take much memory at once. */
function outsideOf(
  { width }: SourceLevel,
  cut: Uint8Array,
  part: Rect,
  reach: number,
  goOn: () => void,
): Float32Array {
  const outside = new Float32Array(part.width * part.height);
  const limit = reach + 2;
  for (const tile of tilesOf(part, FAR_TILE)) {
    goOn();
    const around = grown(tile, Math.ceil(limit), part);
    const inside = new Float32Array(around.width * around.height);
    for (let y = 0, to = 0; y < around.height; y++) {
      const from = (part.y + around.y + y) * width + part.x + around.x;
      for (let x = 0; x < around.width; x++, to++) inside[to] = cut[from + x] as number;
    }
    inScratch(() => {
      const { data } = distanceFromEdge({ ...around, data: inside }, limit);
      for (let y = tile.y; y < tile.y + tile.height; y++) {
        const from = (y - around.y) * around.width - around.x;
        for (let x = tile.x; x < tile.x + tile.width; x++) {
          outside[y * part.width + x] = -(data[from + x] as number);
        }
      }
    });
  }
  return outside;
}

/** Tiles of a side that cover an extent. */
function tilesOf({ width, height }: Size, side: number): Rect[] {
  const tiles: Rect[] = [];
  for (let y = 0; y < height; y += side) {
    for (let x = 0; x < width; x += side) {
      tiles.push({ x, y, width: Math.min(side, width - x), height: Math.min(side, height - y) });
    }
  }
  return tiles;
}

/** Ridges wherever a strand can lie. */
function fieldOf(
  picture: SourceLevel,
  part: Rect,
  outside: Float32Array,
  reach: number,
  goOn: () => void,
): Field {
  const { width, height } = part;
  const [strength, usual] = [new Float32Array(outside.length), new Float32Array(outside.length)];
  const way = new Uint8Array(outside.length);
  for (const tile of tilesOf(part, TILE)) {
    if (!isReached(outside, width, tile, reach)) continue;
    goOn();
    const whole = grown({ ...tile, x: part.x + tile.x, y: part.y + tile.y }, FELT, picture);
    const ridges = ridgeMap(picture, whole);
    for (let y = tile.y; y < tile.y + tile.height; y++) {
      let from = (part.y + y - whole.y) * whole.width + part.x + tile.x - whole.x;
      let to = y * width + tile.x;
      for (let x = 0; x < tile.width; x++, from++, to++) {
        strength[to] = ridges.strength[from] as number;
        usual[to] = ridges.usual[from] as number;
        way[to] = Math.round(((ridges.angle[from] as number) / Math.PI) * WAYS + WAYS) % WAYS;
      }
    }
  }
  return { width, height, strength, usual, way, outside, taken: new Uint8Array(outside.length) };
}

/** Whether anything of a tile lies outside of what is cut out, and near it. */
function isReached(outside: Float32Array, width: number, tile: Rect, reach: number): boolean {
  for (let y = tile.y; y < tile.y + tile.height; y++) {
    for (let x = tile.x, p = y * width + x; x < tile.x + tile.width; x++, p++) {
      const off = outside[p] as number;
      if (off > 0 && off <= reach) return true;
    }
  }
  return false;
}

const COSINES = Float32Array.from({ length: WAYS }, (_, i) => Math.cos((i / WAYS) * Math.PI));
const SINES = Float32Array.from({ length: WAYS }, (_, i) => Math.sin((i / WAYS) * Math.PI));

/** The way of the line at a pixel. */
function wayAt({ way }: Field, p: number): [number, number] {
  const i = way[p] as number;
  return [COSINES[i] as number, SINES[i] as number];
}

/** Where a strand may begin: outside, near the edge, on a line that leads away from it. The strongest first. */
function seedsOf(field: Field): number[] {
  const { width, height, strength, usual, outside } = field;
  const seeds: number[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, p = y * width + 2; x < width - 2; x++, p++) {
      const off = outside[p] as number;
      if (off < 2 || off > BEGINS) continue;
      const strong = strength[p] as number;
      if (strong < LEAST || strong < STANDS_OUT * (usual[p] as number)) continue;
      const [dx, dy] = slope(outside, width, p);
      const [wx, wy] = wayAt(field, p);
      const leads = Math.abs(dx * wx + dy * wy);
      if (leads > 0.35) seeds.push(p);
    }
  }
  return seeds.sort((a, b) => (strength[b] as number) - (strength[a] as number));
}

/** The way in which distance grows. */
function slope(outside: Float32Array, width: number, p: number): [number, number] {
  const at = (off: number) => outside[p + off] as number;
  const [dx, dy] = [at(1) - at(-1), at(width) - at(-width)];
  const length = Math.hypot(dx, dy) || 1;
  return [dx / length, dy / length];
}

/** The value of a plane between the middles of four pixels. */
function between(plane: Float32Array, width: number, x: number, y: number): number {
  const [u, v] = [x - 0.5, y - 0.5];
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - i, v - j];
  const p = j * width + i;
  const at = (off: number) => plane[p + off] as number;
  return (at(0) * (1 - s) + at(1) * s) * (1 - t) + (at(width) * (1 - s) + at(width + 1) * s) * t;
}

/** Follows a line away from the edge, pixel by pixel, as long as it stands out; null where it is none. */
function traced(field: Field, seed: number, reach: number): { line: Point[]; sure: number } | null {
  const { width, height, strength, usual, outside } = field;
  let [x, y] = [(seed % width) + 0.5, Math.floor(seed / width) + 0.5];
  const [gx, gy] = slope(outside, width, seed);
  let [dx, dy] = wayAt(field, seed);
  if (dx * gx + dy * gy < 0) [dx, dy] = [-dx, -dy];
  // It begins where it leaves the thing.
  const begins = (outside[seed] as number) / Math.max(0.3, dx * gx + dy * gy);
  const line: Point[] = [
    { x: x - dx * begins, y: y - dy * begins },
    { x, y },
  ];
  let [lost, sum, ends] = [0, 0, line.length];
  for (let step = 0; step < 4 * reach && lost <= LOST; step++) {
    const next = crossed(field, x + dx, y + dy, dx, dy);
    if (next.x < 2 || next.y < 2 || next.x > width - 2 || next.y > height - 2) break;
    const p = Math.floor(next.y) * width + Math.floor(next.x);
    const off = outside[p] as number;
    if (off < 1 || off > reach || field.taken[p]) break;
    const strong = strength[p] as number;
    const goes = strong >= LEAST_ON_WAY && strong >= GOES_ON * (usual[p] as number);
    let [wx, wy] = wayAt(field, p);
    if (wx * dx + wy * dy < 0) [wx, wy] = [-wx, -wy];
    if (goes && wx * dx + wy * dy > STRAIGHT) {
      const length = Math.hypot(0.7 * dx + 0.3 * wx, 0.7 * dy + 0.3 * wy);
      [dx, dy] = [(0.7 * dx + 0.3 * wx) / length, (0.7 * dy + 0.3 * wy) / length];
      lost = 0;
      sum += strong / Math.max(LEAST_ON_WAY, usual[p] as number);
    } else lost++;
    [x, y] = [next.x, next.y];
    line.push(next);
    if (lost === 0) ends = line.length;
  }
  const long = ends - 2;
  return long >= SHORTEST ? { line: line.slice(0, ends), sure: sum } : null;
}

/** The place across a line that lies highest on it, within a pixel of where it was expected. */
function crossed(
  { strength, width, height }: Field,
  x: number,
  y: number,
  dx: number,
  dy: number,
): Point {
  let best = { x, y, high: -1 };
  for (let by = -1; by <= 1; by += 0.25) {
    const [u, v] = [x - dy * by, y + dx * by];
    if (u < 1.5 || v < 1.5 || u > width - 2.5 || v > height - 2.5) continue;
    const high = between(strength, width, u, v) * (1 - 0.1 * by * by);
    if (high > best.high) best = { x: u, y: v, high };
  }
  return { x: best.x, y: best.y };
}

/** Another strand does not begin, or go on, where this one lies. */
function take({ taken, width, height }: Field, line: readonly Point[]): void {
  for (const { x, y } of line) {
    for (
      let v = Math.max(0, Math.floor(y) - 2);
      v <= Math.min(height - 1, Math.floor(y) + 2);
      v++
    ) {
      const from = Math.max(0, Math.floor(x) - 2);
      taken.fill(1, v * width + from, v * width + Math.min(width - 1, Math.floor(x) + 2) + 1);
    }
  }
}
