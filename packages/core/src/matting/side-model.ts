import type { Spread } from '@diplex/kernels';
import { colourClusters, LEAST } from './colour-clusters';

/** Colours of one side near a place, as a Gaussian in linear light. */
export interface SideGaussian {
  /** Its share of the side's colours near that place. */
  readonly share: number;
  readonly mean: readonly [number, number, number];
  /** Covariance: rr, rg, rb, gg, gb, bb. */
  readonly spread: Spread;
}

/** The colours of one side (what is kept, or what is dropped) around every place. */
export interface SideModel {
  /** Those near a pixel; the same for all pixels of a cell. */
  near(x: number, y: number): readonly SideGaussian[];
}

const CLUSTERS = 6;
/** Side of a cell, in pixels. */
const CELL = 6;
/** Count, the sums of colours, and those of their products. */
const MOMENTS = 10;
/** What lies twice as far counts so much less. */
const DECAY = 0.3;
const LEAST_SHARE = 0.003;
const LEAST_VARIANCE = 2e-5;

/** Numbers of a cell: the moments of each cluster. */
const NUMBERS = CLUSTERS * MOMENTS;

/** Cells, each with `NUMBERS`. */
interface Grid {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/**
 * Gathers how colours of a side are spread around every place: moments of clusters in cells, summed over
 * ever larger surroundings that count less and less.
 * @param linear RGB, interleaved
 * @param counts how much each pixel belongs to the side, 0..1
 * @param shading how much brightness may vary beyond what is seen, as a share
 */
export function sideModel(
  { width, height, linear }: { width: number; height: number; linear: Float32Array },
  counts: Float32Array,
  shading: number,
): SideModel {
  const nearest = colourClusters(linear, counts, CLUSTERS);
  const columns = Math.ceil(width / CELL);
  const rows = Math.ceil(height / CELL);
  const data = new Float32Array(columns * rows * NUMBERS);
  // Every second pixel, as on a chessboard: what is asked for is how colours are spread.
  for (let y = 0; nearest && y < height; y++) {
    for (let x = y & 1; x < width; x += 2) {
      const p = y * width + x;
      const weight = counts[p] as number;
      if (weight <= LEAST) continue;
      const r = linear[p * 3] as number;
      const g = linear[p * 3 + 1] as number;
      const b = linear[p * 3 + 2] as number;
      const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL);
      const at = cell * NUMBERS + nearest(r, g, b) * MOMENTS;
      addMoments(data, at, r, g, b, (2 * weight) / CELL ** 2);
    }
  }
  const around = new Surroundings({ width: columns, height: rows, data });
  const known: (readonly SideGaussian[] | null)[] = new Array(columns * rows).fill(null);
  return {
    near(x, y) {
      const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL);
      const found = known[cell];
      if (found) return found;
      const made = gaussians(around.of(cell), cell * NUMBERS, shading);
      known[cell] = made;
      return made;
    },
  };
}

/**
 * The colours of both sides around every place, from what an alpha is sure of.
 * @param alpha 0..1 for every pixel
 * @param shows from which share of a side on a pixel shows that side's colours
 * @param shading how much brightness of what is kept may vary beyond what is seen, as a share
 * @param goOn asked in between; throws to end it
 */
export function bothSides(
  picture: { width: number; height: number; linear: Float32Array },
  alpha: Float32Array,
  shows: Shows,
  shading: number,
  goOn: () => void = () => undefined,
): { readonly kept: SideModel; readonly dropped: SideModel } {
  const counts = counted(alpha, shows);
  const kept = sideModel(picture, counts.kept, shading);
  goOn();
  const dropped = sideModel(picture, counts.dropped, 0);
  goOn();
  return { kept, dropped };
}

/** From which share of a side on a pixel shows what that is like, and from where on nothing else. */
export interface Shows {
  readonly from: number;
  readonly only: number;
}

/** How much each pixel counts for both sides. */
function counted(alpha: Float32Array, { from, only }: Shows) {
  const [kept, dropped] = [new Float32Array(alpha.length), new Float32Array(alpha.length)];
  const by = 1 / (only - from);
  for (let p = 0; p < alpha.length; p++) {
    const share = alpha[p] as number;
    if (share > from) kept[p] = Math.min(1, (share - from) * by);
    if (1 - share > from) dropped[p] = Math.min(1, (1 - share - from) * by);
  }
  return { kept, dropped };
}

function addMoments(
  to: Float32Array,
  at: number,
  r: number,
  g: number,
  b: number,
  weight: number,
): void {
  to[at] = (to[at] as number) + weight;
  to[at + 1] = (to[at + 1] as number) + weight * r;
  to[at + 2] = (to[at + 2] as number) + weight * g;
  to[at + 3] = (to[at + 3] as number) + weight * b;
  to[at + 4] = (to[at + 4] as number) + weight * r * r;
  to[at + 5] = (to[at + 5] as number) + weight * r * g;
  to[at + 6] = (to[at + 6] as number) + weight * r * b;
  to[at + 7] = (to[at + 7] as number) + weight * g * g;
  to[at + 8] = (to[at + 8] as number) + weight * g * b;
  to[at + 9] = (to[at + 9] as number) + weight * b * b;
}

/** Adds to cells what larger and larger surroundings hold, to each when it is asked for. */
class Surroundings {
  private readonly wider: Surroundings | null;
  private readonly sums: Float32Array;
  private readonly done: Uint8Array;

  constructor(private readonly own: Grid) {
    const { width, height, data } = own;
    this.wider = width === 1 && height === 1 ? null : new Surroundings(halved(own));
    this.sums = data;
    this.done = new Uint8Array(width * height);
  }

  /** All sums; those of the cell are worked out. */
  of(cell: number): Float32Array {
    const { sums, wider } = this;
    if (!wider || this.done[cell]) return sums;
    this.done[cell] = 1;
    const { width } = this.own;
    const half = wider.own;
    const v = Math.max(0, Math.min(half.height - 1, (Math.floor(cell / width) - 0.5) / 2));
    const u = Math.max(0, Math.min(half.width - 1, ((cell % width) - 0.5) / 2));
    const [x0, y0] = [Math.floor(u), Math.floor(v)];
    const [x1, y1] = [Math.min(half.width - 1, x0 + 1), Math.min(half.height - 1, y0 + 1)];
    const [s, t] = [u - x0, v - y0];
    const to = cell * NUMBERS;
    addShare(sums, to, wider, y0 * half.width + x0, (1 - s) * (1 - t));
    addShare(sums, to, wider, y0 * half.width + x1, s * (1 - t));
    addShare(sums, to, wider, y1 * half.width + x0, (1 - s) * t);
    addShare(sums, to, wider, y1 * half.width + x1, s * t);
    return sums;
  }
}

/** Adds a share of what a wider cell holds, less for its distance. */
function addShare(
  out: Float32Array,
  to: number,
  wider: Surroundings,
  cell: number,
  weight: number,
): void {
  if (weight === 0) return;
  const by = DECAY * weight;
  const sums = wider.of(cell);
  for (let m = 0, from = cell * NUMBERS; m < NUMBERS; m++, from++) {
    out[to + m] = (out[to + m] as number) + by * (sums[from] as number);
  }
}

function halved({ width, height, data }: Grid): Grid {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out = new Float32Array(w * h * NUMBERS);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const from = (y * width + x) * NUMBERS;
      const to = (Math.floor(y / 2) * w + Math.floor(x / 2)) * NUMBERS;
      for (let m = 0; m < NUMBERS; m++) {
        out[to + m] = (out[to + m] as number) + (data[from + m] as number) / 4;
      }
    }
  }
  return { width: w, height: h, data: out };
}

/** The clusters of a cell whose moments lie from `at` on. */
function gaussians(moments: Float32Array, at: number, shading: number): SideGaussian[] {
  let total = 0;
  for (let k = 0; k < CLUSTERS; k++) total += moments[at + k * MOMENTS] as number;
  const made: SideGaussian[] = [];
  const more = 1 - shading * shading;
  for (let from = at; from < at + NUMBERS; from += MOMENTS) {
    const count = moments[from] as number;
    if (count < 1e-7 || count / total < LEAST_SHARE) continue;
    const mean = (m: number) => (moments[from + m] as number) / count;
    const [r, g, b] = [mean(1), mean(2), mean(3)];
    made.push({
      share: count / total,
      mean: [r, g, b],
      spread: [
        Math.max(0, mean(4) - r * r) + r * r * (1 - more) + LEAST_VARIANCE,
        mean(5) - r * g * more,
        mean(6) - r * b * more,
        Math.max(0, mean(7) - g * g) + g * g * (1 - more) + LEAST_VARIANCE,
        mean(8) - g * b * more,
        Math.max(0, mean(9) - b * b) + b * b * (1 - more) + LEAST_VARIANCE,
      ],
    });
  }
  return made;
}
