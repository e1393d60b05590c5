import type { Size } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { grown, type Region } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { SegmentStopped, type SegmentTask } from './segment-task';
import { sampleLight } from './solve-edge';

const TOP = 65_535;

/** The picture is worked on in tiles of this side. */
const TILE = 256;

/** Colours of a side are gathered this far beyond the band, in pixels. */
const GATHERED = 7;

/** What is thinner than this many pixels on either side of the edge is told by its most unmixed pixels. */
const SURE_BEYOND = 1.6;

/** Colours of a thin thing are looked for so far around, in pixels, and those are taken that are this share of the farthest. */
const THIN = 7;
const UNMIXED = 0.82;

/** Sides whose colours lie nearer to each other than this, in linear light, say nothing about what is mixed. */
const LEAST_APART = 0.02;

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

/**
 * The mean colour of what is surely of one side near a place: the nearer the more.
 * @param side 1 for inside, -1 for outside
 * @returns how much was found; `into` is changed where that is more than nothing
 */
function sureColour(
  part: Part,
  x: number,
  y: number,
  side: number,
  half: number,
  into: Rgb,
): number {
  const { width, height, linear, off } = part;
  const reach = Math.ceil(half + GATHERED);
  const sure = Math.min(half, SURE_BEYOND);
  let [r, g, b, all] = [0, 0, 0, 0];
  for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++) {
    for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
      const p = v * width + u;
      if ((off[p] as number) * side < sure) continue;
      const away = (u - x) ** 2 + (v - y) ** 2;
      if (away > reach * reach) continue;
      const weight = 1 / (4 + away);
      all += weight;
      r += weight * (linear[p * 3] as number);
      g += weight * (linear[p * 3 + 1] as number);
      b += weight * (linear[p * 3 + 2] as number);
    }
  }
  if (all > 0) {
    into[0] = r / all;
    into[1] = g / all;
    into[2] = b / all;
  }
  return all;
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
  const [inside, outside]: [Rgb, Rgb] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (let y = tile.y; y < tile.y + tile.height; y++) {
    for (let x = tile.x; x < tile.x + tile.width; x++) {
      const [u, v] = [x - around.x, y - around.y];
      const p = v * width + u;
      const away = Math.abs(off[p] as number);
      if (away >= half) continue;
      if (!bothSides(part, u, v, half, inside, outside)) continue;
      const found = mixedShare(linear, p, inside, outside);
      if (found === null) continue;
      const t = Math.max(
        0,
        Math.min(1, (away - BELIEVED_FROM) / Math.max(0.5, half - BELIEVED_FROM)),
      );
      const believed = t * t * (3 - 2 * t);
      const was = (off[p] as number) > 0 ? Math.max(cut[p] as number, 0.5) : (cut[p] as number);
      out[y * picture.width + x] = Math.round(TOP * (found + believed * (was - found)));
    }
  }
}

/** The colours of both sides at a place; false where one of them cannot be told. */
function bothSides(
  part: Part,
  x: number,
  y: number,
  half: number,
  inside: Rgb,
  outside: Rgb,
): boolean {
  const [within, beyond] = [
    sureColour(part, x, y, 1, half, inside),
    sureColour(part, x, y, -1, half, outside),
  ];
  if (within > 0 && beyond > 0) return true;
  if (within === 0 && beyond === 0) return false;
  return within === 0
    ? thinColour(part, x, y, 1, outside, inside)
    : thinColour(part, x, y, -1, inside, outside);
}

/** How much of a pixel's colour is that of the inside, 0..1; null where both sides look alike. */
function mixedShare(linear: Float32Array, p: number, inside: Rgb, outside: Rgb): number | null {
  let [along, long] = [0, 0];
  for (let c = 0; c < 3; c++) {
    const way = (inside[c as 0] as number) - (outside[c as 0] as number);
    along += way * ((linear[p * 3 + c] as number) - (outside[c as 0] as number));
    long += way * way;
  }
  return long < LEAST_APART ** 2 ? null : Math.max(0, Math.min(1, along / long));
}
