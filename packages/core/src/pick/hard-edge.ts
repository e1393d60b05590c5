import type { Size } from '@diplex/document';
import { boxMean } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { grown, type Region } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { SegmentStopped, type SegmentTask } from './segment-task';
import { sampleLight } from './solve-edge';

const TOP = 65_535;

/** The picture is worked on in tiles of this side. */
const TILE = 512;

/** Colours of a side are gathered this far beyond the band, in pixels. */
const GATHERED = 7;

/** What is thinner than this many pixels on either side of the edge is told by its most unmixed pixels. */
const SURE_BEYOND = 1.6;

/** Colours of a thin thing are looked for so far around, in pixels, and those are taken that are this share of the farthest. */
const THIN = 7;
const UNMIXED = 0.82;

/** Sides whose colours lie nearer than this, in linear light, say nothing about what is mixed; wholly from the second on. */
const [LEAST_APART, FAR_APART] = [0.02, 0.09];

/** From this far from the edge on, in pixels, what was cut is believed again, and wholly at the end of the band. */
const BELIEVED_FROM = 1.5;

type Task = Pick<SegmentTask, 'stopped' | 'onProgress'>;

/**
 * Coverage along a hard edge by how the colours of both sides mix in its own pixels: where a pixel lies on the way from the
 * colour just beyond on the one side to that on the other, in linear light. A side that is too thin to have a pixel of its
 * own colour nearby (a rail, a gap) is told by its pixels that are the least mixed. Where both sides look alike the cut
 * stays as it is.
 * @param picture straight, display-encoded
 * @param before coverage of the cut, 0..1, for each pixel of the picture
 * @param band how wide along the edge it is worked out, in pixels
 * @returns coverage, 0..65535
 * @throws SegmentStopped when `task.stopped` says so
 */
export function hardEdge(
  picture: SourceLevel,
  before: Float32Array,
  band: number,
  { stopped, onProgress }: Task = {},
): Uint16Array {
  const { width, height } = picture;
  const out = Uint16Array.from(before, (value) => Math.round(value * TOP));
  const light = sampleLight(picture.data.BYTES_PER_ELEMENT === 1 ? 255 : TOP);
  const half = Math.max(1, band / 2);
  const margin = Math.ceil(half + GATHERED + THIN);
  const rows = Math.ceil(height / TILE);
  for (let y = 0; y < height; y += TILE) {
    onProgress?.(y / TILE / rows);
    for (let x = 0; x < width; x += TILE) {
      if (stopped?.()) throw new SegmentStopped('The edge was called off.');
      const tile = { x, y, width: Math.min(TILE, width - x), height: Math.min(TILE, height - y) };
      const around = grown(tile, margin, picture);
      inScratch(() => {
        const part = partAround(picture, before, around, half, light);
        if (part) workOut(part, around, tile, half, out, picture);
      });
    }
  }
  return out;
}

/** What is known around a tile. */
interface Part extends Size {
  readonly linear: Float32Array;
  /** From the edge, in pixels: above 0 inside. */
  readonly off: Float32Array;
  readonly cut: Float32Array;
}

/** The colours and distances around a tile; null where no edge is near. */
function partAround(
  picture: SourceLevel,
  before: Float32Array,
  around: Region,
  half: number,
  light: Float32Array,
): Part | null {
  const { width, height } = around;
  const cut = new Float32Array(width * height);
  let [least, most] = [1, 0];
  for (let y = 0, p = 0; y < height; y++) {
    const row = (around.y + y) * picture.width + around.x;
    for (let x = 0; x < width; x++, p++) {
      const value = before[row + x] as number;
      cut[p] = value;
      if (value < least) least = value;
      if (value > most) most = value;
    }
  }
  if (least >= 0.5 || most < 0.5) return null;
  const off = distanceFromEdge({ width, height, data: cut }, half + GATHERED + 1).data;
  const linear = new Float32Array(width * height * 3);
  const { data, channels } = picture;
  for (let y = 0, to = 0; y < height; y++) {
    let from = ((around.y + y) * picture.width + around.x) * channels;
    for (let x = 0; x < width; x++, from += channels, to += 3) {
      for (let c = 0; c < 3; c++) linear[to + c] = light[data[from + c] as number] as number;
    }
  }
  return { width, height, linear, off, cut };
}

type Rgb = [number, number, number];

/** The mean colours of what is surely of one side around every place, and how much of that there is. */
interface SureColours {
  readonly weight: Float32Array;
  readonly planes: readonly [Float32Array, Float32Array, Float32Array];
}

/**
 * Means of what is surely of one side around every place, the nearer the more: boxes over boxes.
 * @param side 1 for inside, -1 for outside
 */
function sureColours(
  { width, height, linear, off }: Part,
  side: number,
  half: number,
): SureColours {
  const sure = Math.min(half, SURE_BEYOND);
  const reach = Math.max(1, Math.round((half + GATHERED) / 2));
  const own = off.map((away) => (away * side >= sure ? 1 : 0));
  const around = (plane: Float32Array) =>
    boxMean(boxMean(plane, width, height, reach), width, height, reach);
  const plane = (c: number) => around(own.map((is, p) => is * (linear[p * 3 + c] as number)));
  return { weight: around(own), planes: [plane(0), plane(1), plane(2)] };
}

/** Where so little of a side lies near, it is told otherwise. */
const LEAST_NEAR = 1e-5;

/** The mean colour of a side near a pixel; false where nothing of it is near. */
function sureColour({ weight, planes }: SureColours, p: number, into: Rgb): boolean {
  const all = weight[p] as number;
  if (all < LEAST_NEAR) return false;
  for (let c = 0; c < 3; c++) into[c as 0] = (planes[c as 0][p] as number) / all;
  return true;
}

const square = (linear: Float32Array, p: number, to: Rgb) =>
  ((linear[p * 3] as number) - to[0]) ** 2 +
  ((linear[p * 3 + 1] as number) - to[1]) ** 2 +
  ((linear[p * 3 + 2] as number) - to[2]) ** 2;

/** The colour of a side that has no pixel of its own nearby: of its pixels those that are the least like the other side. */
function thinColour(
  part: Part,
  x: number,
  y: number,
  side: number,
  other: Rgb,
  into: Rgb,
): boolean {
  const { width, height, linear, off } = part;
  let farthest = 0;
  const each = (doing: (p: number, away: number) => void) => {
    for (let v = Math.max(0, y - THIN); v <= Math.min(height - 1, y + THIN); v++) {
      for (let u = Math.max(0, x - THIN); u <= Math.min(width - 1, x + THIN); u++) {
        const p = v * width + u;
        if ((off[p] as number) * side > 0) doing(p, square(linear, p, other));
      }
    }
  };
  each((_, away) => {
    if (away > farthest) farthest = away;
  });
  if (farthest === 0) return false;
  let count = 0;
  into.fill(0);
  each((p, away) => {
    if (away < UNMIXED ** 2 * farthest) return;
    count++;
    for (let c = 0; c < 3; c++)
      into[c as 0] = (into[c as 0] as number) + (linear[p * 3 + c] as number);
  });
  for (let c = 0; c < 3; c++) into[c as 0] = (into[c as 0] as number) / count;
  return true;
}

/** Works out the pixels of a tile that lie in the band. */
function workOut(
  part: Part,
  around: Region,
  tile: Region,
  half: number,
  out: Uint16Array,
  picture: Size,
): void {
  const { width, linear, off, cut } = part;
  const [within, beyond] = [sureColours(part, 1, half), sureColours(part, -1, half)];
  const inside: Rgb = [0, 0, 0];
  const outside: Rgb = [0, 0, 0];
  for (let y = tile.y; y < tile.y + tile.height; y++) {
    for (let x = tile.x; x < tile.x + tile.width; x++) {
      const [u, v] = [x - around.x, y - around.y];
      const p = v * width + u;
      const away = Math.abs(off[p] as number);
      if (away >= half) continue;
      const [has, lacks] = [sureColour(within, p, inside), sureColour(beyond, p, outside)];
      if (!has && !(lacks && thinColour(part, u, v, 1, outside, inside))) continue;
      if (!lacks && !thinColour(part, u, v, -1, inside, outside)) continue;
      const trust = trustIn(inside, outside);
      if (trust === 0) continue;
      const found = mixedShare(linear, p, inside, outside);
      const t = Math.max(
        0,
        Math.min(1, (away - BELIEVED_FROM) / Math.max(0.5, half - BELIEVED_FROM)),
      );
      const believed = 1 - trust * (1 - t * t * (3 - 2 * t));
      const was = (off[p] as number) > 0 ? Math.max(cut[p] as number, 0.5) : (cut[p] as number);
      out[y * picture.width + x] = Math.round(TOP * (found + believed * (was - found)));
    }
  }
}

/** How much is said by what both sides look like: nothing where they look alike. */
function trustIn(inside: Rgb, outside: Rgb): number {
  const apart = Math.hypot(inside[0] - outside[0], inside[1] - outside[1], inside[2] - outside[2]);
  return Math.max(0, Math.min(1, (apart - LEAST_APART) / (FAR_APART - LEAST_APART)));
}

/** How much of a pixel's colour is that of the inside, 0..1. */
function mixedShare(linear: Float32Array, p: number, inside: Rgb, outside: Rgb): number {
  let [along, long] = [0, 0];
  for (let c = 0; c < 3; c++) {
    const way = (inside[c as 0] as number) - (outside[c as 0] as number);
    along += way * ((linear[p * 3 + c] as number) - (outside[c as 0] as number));
    long += way * way;
  }
  return Math.max(0, Math.min(1, along / long));
}
