import type { Size } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { grown, type Region } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { type AlongEdge, EDGE_SUPPORT, EdgeDirections } from './along-edge';
import { eased } from './eased';
import { SegmentStopped, type SegmentTask } from './segment-task';
import { sampleLight } from './solve-edge';

const TOP = 65_535;

/** The picture is worked on in tiles of this side. */
const TILE = 512;

/** Colours of a side are gathered this far from a pixel, in pixels. */
const GATHERED = 10;

/** What is thinner than this many pixels on either side of the edge is told by its most unmixed pixels. */
const SURE_BEYOND = 1.6;

/** Colours of a thin thing are looked for so far around, in pixels, and those are taken that are this share of the farthest. */
const THIN = 7;
const UNMIXED = 0.82;

/** Sides whose colours lie nearer than this, in linear light, say nothing about what is mixed; wholly from the second on. */
const [LEAST_APART, FAR_APART] = [0.02, 0.09];

/** So near the edge, in pixels, what a cut says is asked along its direction: farther off it is what it is. */
const FOLLOWED_WITHIN = 2.5;

/** From this far from the edge on, in pixels, what was cut is believed again, and wholly at the end of the band. */
const BELIEVED_FROM = 1.5;

type Task = Pick<SegmentTask, 'stopped' | 'onProgress'>;

/**
 * Coverage along a hard edge by how the colours of both sides mix in its own pixels: where a pixel lies on the way from the
 * colour just beyond on the one side to that on the other, in linear light. A side that is too thin to have a pixel of its
 * own colour nearby (a rail, a gap) is told by its pixels that are the least mixed. Where the sides' own colours vary as much
 * as they differ, the edge is drawn evenly along the steps of the cut (`along-edge.ts`); where both sides look alike the cut
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
  const out = new Uint16Array(before.length).map((_, p) => Math.round((before[p] as number) * TOP));
  const light = sampleLight(picture.data.BYTES_PER_ELEMENT === 1 ? 255 : TOP);
  const half = Math.max(1, band / 2);
  const margin = Math.ceil(Math.max(half + GATHERED + THIN, EDGE_SUPPORT));
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

/** What is surely of one side around a pixel. */
interface SideFound {
  /** How much of it lies near. */
  weight: number;
  readonly mean: Rgb;
  /** The mean square by which its colours differ from that. */
  spread: number;
}

const nothingFound = (): SideFound => ({ weight: 0, mean: [0, 0, 0], spread: 0 });

/** Places around a pixel, each with its weight: the nearer the more. */
interface Around {
  readonly reach: number;
  readonly stride: number;
  readonly weights: Float32Array;
}

function aroundOf(count: number, stride: number): Around {
  const side = 2 * count + 1;
  const sigma = (count * stride) / 1.8;
  const weights = Float32Array.from({ length: side * side }, (_, i) => {
    const [dx, dy] = [(i % side) - count, Math.floor(i / side) - count];
    return Math.exp((-(dx * dx + dy * dy) * stride * stride) / (2 * sigma * sigma));
  });
  return { reach: count * stride, stride, weights };
}

/** Colours change from place to place: what lies nearest is asked first, what lies further off where that is too little. */
const AROUND = [aroundOf(4, 1), aroundOf(5, 2)] as const;

/** So much of a side, in pixels, is enough to tell its colour. */
const ENOUGH = 3;

/** Adds up what is surely inside and outside about a place. */
function gather(
  { width, height, linear, off }: Part,
  x: number,
  y: number,
  sure: number,
  { reach, stride, weights }: Around,
  inside: SideFound,
  outside: SideFound,
): void {
  for (const side of [inside, outside]) {
    side.weight = 0;
    side.mean.fill(0);
    side.spread = 0;
  }
  let k = 0;
  for (let v = y - reach; v <= y + reach; v += stride) {
    for (let u = x - reach; u <= x + reach; u += stride, k++) {
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      const p = v * width + u;
      const away = off[p] as number;
      if (away < sure && away > -sure) continue;
      const side = away > 0 ? inside : outside;
      const weight = weights[k] as number;
      const [r, g, b] = [linear[p * 3], linear[p * 3 + 1], linear[p * 3 + 2]] as Rgb;
      side.weight += weight;
      side.mean[0] += weight * r;
      side.mean[1] += weight * g;
      side.mean[2] += weight * b;
      side.spread += weight * (r * r + g * g + b * b);
    }
  }
  for (const side of [inside, outside]) {
    if (side.weight <= 0) continue;
    for (let c = 0; c < 3; c++) side.mean[c as 0] /= side.weight;
    const [r, g, b] = side.mean;
    side.spread = Math.max(0, side.spread / side.weight - r * r - g * g - b * b);
  }
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

/** How far off the cut's own coverage may be at its edge, as a deviation, and far from it; it falls off over so many pixels. */
const [CUT_OFF, CUT_OFF_FAR, FALLS_OVER] = [0.3, 0.02, 1.0];

/** How far off the colour of a side is that was told by its least mixed pixels, as a share of how far the sides lie apart. */
const THIN_OFF = 0.08;

/** How far off a share is at least, by noise and rounding, in linear light. */
const NOISE = 0.004;

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
  const sure = Math.min(half, SURE_BEYOND);
  const [inside, outside] = [nothingFound(), nothingFound()];
  const directions = new EdgeDirections(part, cut);
  const along: AlongEdge = { coverage: 0, trust: 0 };
  for (let y = tile.y; y < tile.y + tile.height; y++) {
    for (let x = tile.x; x < tile.x + tile.width; x++) {
      const [u, v] = [x - around.x, y - around.y];
      const p = v * width + u;
      const away = Math.abs(off[p] as number);
      if (away >= half) continue;
      for (const places of AROUND) {
        gather(part, u, v, sure, places, inside, outside);
        if (Math.min(inside.weight, outside.weight) >= ENOUGH) break;
      }
      const [has, lacks] = [inside.weight > 0, outside.weight > 0];
      if (!has && !(lacks && thinColour(part, u, v, 1, outside.mean, inside.mean))) continue;
      if (!lacks && !thinColour(part, u, v, -1, inside.mean, outside.mean)) continue;
      const clear = trustIn(inside.mean, outside.mean);
      if (clear === 0) continue;
      const was = cut[p] as number;
      along.trust = 0;
      // What is soft already says itself how much it covers.
      if (away < FOLLOWED_WITHIN && (was === 0 || was === 1)) directions.at(u, v, along);
      const said = cutShare(was, off[p] as number, along);
      const mixed = mixedShare(linear, p, inside.mean, outside.mean);
      const thin = has && lacks ? 0 : THIN_OFF;
      const doubt = doubtOf(said, away, inside, outside, thin);
      const beyond = (away - BELIEVED_FROM) / Math.max(0.5, half - BELIEVED_FROM);
      const trust = (1 - eased(beyond)) * (1 - doubt);
      const found = said + trust * (mixed - said);
      out[y * picture.width + x] = Math.round(TOP * (was + clear * (found - was)));
    }
  }
}

/**
 * What the cut alone says of a pixel: where it is not soft itself, what it says along its edge's direction, and where it has
 * none that its edge runs somewhere through the pixels beside it.
 */
function cutShare(cut: number, off: number, { coverage, trust }: AlongEdge): number {
  if (cut > 0 && cut < 1) return cut;
  const plain = Math.max(0, Math.min(1, 0.5 + 0.75 * off));
  return plain + trust * (coverage - plain);
}

/**
 * How much the cut is to be asked instead of the colours, 0..1: the more the colours of the sides vary against how far they lie
 * apart, the less a mix of them tells, and the farther from its edge, the surer is the cut (weighed by their variances).
 * @param said what the cut says
 * @param away from its edge, in pixels
 */
function doubtOf(
  said: number,
  away: number,
  inside: SideFound,
  outside: SideFound,
  thin: number,
): number {
  const [f, b] = [inside.mean, outside.mean];
  const apart = (f[0] - b[0]) ** 2 + (f[1] - b[1]) ** 2 + (f[2] - b[2]) ** 2;
  // Colours vary every way; along the way from one side to the other they do so by about a half of that.
  const vary = said * said * inside.spread + (1 - said) * (1 - said) * outside.spread + NOISE ** 2;
  const variance = vary / Math.max(1e-9, apart) + thin * thin;
  const beyond = Math.max(0, away - 0.5) / FALLS_OVER;
  const off = CUT_OFF * Math.exp((-beyond * beyond) / 2) + CUT_OFF_FAR;
  return variance / (variance + off * off);
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
