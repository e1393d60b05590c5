import { colourClusters, LEAST } from './colour-clusters';

/** Colours of one side near a place, as a Gaussian in linear light. */
export interface SideGaussian {
  /** Its share of the side's colours near that place. */
  readonly share: number;
  readonly mean: readonly [number, number, number];
  /** Covariance: rr, rg, rb, gg, gb, bb. */
  readonly spread: readonly [number, number, number, number, number, number];
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
  const clusters = Array.from({ length: CLUSTERS }, () => ({
    ...{ width: columns, height: rows },
    data: new Float32Array(columns * rows * MOMENTS),
  }));
  // Every second pixel, as on a chessboard: what is asked for is how colours are spread.
  for (let y = 0; nearest && y < height; y++) {
    for (let x = y & 1; x < width; x += 2) {
      const p = y * width + x;
      const weight = counts[p] as number;
      if (weight <= LEAST) continue;
      const r = linear[p * 3] as number;
      const g = linear[p * 3 + 1] as number;
      const b = linear[p * 3 + 2] as number;
      const { data } = clusters[nearest(r, g, b)] as Grid;
      const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL);
      addMoments(data, cell * MOMENTS, r, g, b, (2 * weight) / CELL ** 2);
    }
  }
  const gathered = clusters.map(gather);
  const known = new Map<number, readonly SideGaussian[]>();
  return {
    near(x, y) {
      const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL);
      const found = known.get(cell) ?? gaussians(gathered, cell, shading);
      known.set(cell, found);
      return found;
    },
  };
}

/**
 * The colours of both sides around every place, from what an alpha is sure of.
 * @param alpha 0..1 for every pixel
 * @param sure how much a share of a side shows that side's colours; below 0 and above 1 is cut off
 * @param shading how much brightness of what is kept may vary beyond what is seen, as a share
 * @param goOn asked in between; throws to end it
 */
export function bothSides(
  picture: { width: number; height: number; linear: Float32Array },
  alpha: Float32Array,
  sure: (share: number) => number,
  shading: number,
  goOn: () => void = () => undefined,
): { readonly kept: SideModel; readonly dropped: SideModel } {
  const counted = (share: number) => Math.max(0, Math.min(1, sure(share)));
  const kept = sideModel(
    picture,
    alpha.map((share) => counted(share)),
    shading,
  );
  goOn();
  const dropped = sideModel(
    picture,
    alpha.map((share) => counted(1 - share)),
    0,
  );
  goOn();
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

/** Adds to each cell what larger and larger surroundings hold. */
function gather(finest: Grid): Float32Array {
  if (finest.width === 1 && finest.height === 1) return finest.data;
  const half = halved(finest);
  const wider = gather(half);
  const { width, height, data } = finest;
  const out = new Float32Array(data);
  for (let y = 0; y < height; y++) {
    const v = Math.max(0, Math.min(half.height - 1, (y - 0.5) / 2));
    const y0 = Math.floor(v);
    const y1 = Math.min(half.height - 1, y0 + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.max(0, Math.min(half.width - 1, (x - 0.5) / 2));
      const x0 = Math.floor(u);
      const x1 = Math.min(half.width - 1, x0 + 1);
      const s = u - x0;
      const t = v - y0;
      const to = (y * width + x) * MOMENTS;
      addShare(out, to, wider, y0 * half.width + x0, (1 - s) * (1 - t));
      addShare(out, to, wider, y0 * half.width + x1, s * (1 - t));
      addShare(out, to, wider, y1 * half.width + x0, (1 - s) * t);
      addShare(out, to, wider, y1 * half.width + x1, s * t);
    }
  }
  return out;
}

/** Adds a share of what a wider cell holds, less for its distance. */
function addShare(
  out: Float32Array,
  to: number,
  wider: Float32Array,
  cell: number,
  weight: number,
): void {
  if (weight === 0) return;
  const by = DECAY * weight;
  for (let m = 0, from = cell * MOMENTS; m < MOMENTS; m++, from++) {
    out[to + m] = (out[to + m] as number) + by * (wider[from] as number);
  }
}

function halved({ width, height, data }: Grid): Grid {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out = new Float32Array(w * h * MOMENTS);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const from = (y * width + x) * MOMENTS;
      const to = (Math.floor(y / 2) * w + Math.floor(x / 2)) * MOMENTS;
      for (let m = 0; m < MOMENTS; m++) {
        out[to + m] = (out[to + m] as number) + (data[from + m] as number) / 4;
      }
    }
  }
  return { width: w, height: h, data: out };
}

function gaussians(
  clusters: readonly Float32Array[],
  cell: number,
  shading: number,
): SideGaussian[] {
  const at = cell * MOMENTS;
  const total = clusters.reduce((sum, data) => sum + (data[at] as number), 0);
  return clusters.flatMap((data) => {
    const count = data[at] as number;
    if (count < 1e-7 || count / total < LEAST_SHARE) return [];
    const mean = (m: number) => (data[at + m] as number) / count;
    const [r, g, b] = [mean(1), mean(2), mean(3)];
    const more = 1 - shading * shading;
    return {
      share: count / total,
      mean: [r, g, b] as const,
      spread: [
        Math.max(0, mean(4) - r * r) + r * r * (1 - more) + LEAST_VARIANCE,
        mean(5) - r * g * more,
        mean(6) - r * b * more,
        Math.max(0, mean(7) - g * g) + g * g * (1 - more) + LEAST_VARIANCE,
        mean(8) - g * b * more,
        Math.max(0, mean(9) - b * b) + b * b * (1 - more) + LEAST_VARIANCE,
      ] as const,
    };
  });
}
