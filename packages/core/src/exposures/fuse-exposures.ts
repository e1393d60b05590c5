import { LUMA } from '@diplex/imaging';
import type { FramePixels } from './frame-light';

/** How much each quality of a pixel counts: exponents, 0 for not at all. */
export interface FusionAmounts {
  readonly contrast: number;
  readonly colour: number;
  readonly exposedness: number;
  /** A gain of the finest detail; 1 as it is. */
  readonly detail: number;
}

export const FUSION: FusionAmounts = { contrast: 1, colour: 1, exposedness: 1, detail: 1 };

/** Deviation of encoded values from the middle within which a pixel is well exposed. */
const WELL = 0.2;

/** Everything has at least so much weight, so that weights can always be shared to one. */
const LEAST_WEIGHT = 1e-12;

/** So many of the finest levels are detail. */
const DETAIL_LEVELS = 3;

/** Interleaved values, some of them a pixel. */
interface Raster {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Float32Array;
}

function weightsOf({ width, height, data, inside }: FramePixels, amounts: FusionAmounts) {
  const { contrast, colour, exposedness } = amounts;
  const grey = new Float32Array(width * height);
  for (let p = 0, i = 0; p < grey.length; p++, i += 3) {
    for (let c = 0; c < 3; c++) {
      grey[p] = (grey[p] as number) + (LUMA[c] as number) * (data[i + c] as number);
    }
  }
  const at = (x: number, y: number) =>
    grey[
      Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x))
    ] as number;
  const weights = new Float32Array(width * height);
  for (let y = 0, p = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++, i += 3) {
      if (!inside[p]) continue;
      const around = at(x - 1, y) + at(x + 1, y) + at(x, y - 1) + at(x, y + 1);
      const sharp = Math.abs(4 * (grey[p] as number) - around);
      const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
      const mean = (r + g + b) / 3;
      const vivid = Math.sqrt(((r - mean) ** 2 + (g - mean) ** 2 + (b - mean) ** 2) / 3);
      const off = (r - 0.5) ** 2 + (g - 0.5) ** 2 + (b - 0.5) ** 2;
      const well = Math.exp(-off / (2 * WELL * WELL));
      weights[p] = sharp ** contrast * vivid ** colour * well ** exposedness + LEAST_WEIGHT;
    }
  }
  return weights;
}

const TAPS = [1 / 16, 4 / 16, 6 / 16, 4 / 16, 1 / 16] as const;

function smaller({ width, height, channels, data }: Raster): Raster {
  const [across, down] = [(width + 1) >> 1, (height + 1) >> 1];
  const rows = new Float32Array(across * height * channels);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < across; x++) {
      for (let c = 0; c < channels; c++) {
        let sum = 0;
        for (let k = -2; k <= 2; k++) {
          const u = Math.max(0, Math.min(width - 1, 2 * x + k));
          sum += (TAPS[k + 2] as number) * (data[(y * width + u) * channels + c] as number);
        }
        rows[(y * across + x) * channels + c] = sum;
      }
    }
  }
  const out = new Float32Array(across * down * channels);
  const line = across * channels;
  for (let y = 0; y < down; y++) {
    for (let k = -2; k <= 2; k++) {
      const from = Math.max(0, Math.min(height - 1, 2 * y + k)) * line;
      const tap = TAPS[k + 2] as number;
      for (let i = 0; i < line; i++) {
        out[y * line + i] = (out[y * line + i] as number) + tap * (rows[from + i] as number);
      }
    }
  }
  return { width: across, height: down, channels, data: out };
}

/** Doubled by the same weights, onto a given extent. */
function larger({ width, height, channels, data }: Raster, onto: Raster): Raster {
  const rows = new Float32Array(onto.width * height * channels);
  const near = (u: number, length: number) => Math.max(0, Math.min(length - 1, u));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < onto.width; x++) {
      const half = x >> 1;
      for (let c = 0; c < channels; c++) {
        const at = (u: number) => data[(y * width + near(u, width)) * channels + c] as number;
        rows[(y * onto.width + x) * channels + c] =
          x & 1 ? (at(half) + at(half + 1)) / 2 : (at(half - 1) + 6 * at(half) + at(half + 1)) / 8;
      }
    }
  }
  const out = new Float32Array(onto.width * onto.height * channels);
  const line = onto.width * channels;
  for (let y = 0; y < onto.height; y++) {
    const half = y >> 1;
    const row = (v: number) => near(v, height) * line;
    const [before, own, after] = [row(half - 1), row(half), row(half + 1)];
    for (let i = 0; i < line; i++) {
      const [a, b, c] = [rows[before + i], rows[own + i], rows[after + i]] as [
        number,
        number,
        number,
      ];
      out[y * line + i] = y & 1 ? (b + c) / 2 : (a + 6 * b + c) / 8;
    }
  }
  return { width: onto.width, height: onto.height, channels, data: out };
}

/** A picture at halved sizes, finest first, down to a side of two. */
function pyramidOf(first: Raster): Raster[] {
  const levels = [first];
  for (let at = first; Math.min(at.width, at.height) > 2; ) {
    at = smaller(at);
    levels.push(at);
  }
  return levels;
}

/** The weights of frames that lie on one another, sharing every pixel to one. */
export function fusionWeights(
  frames: readonly FramePixels[],
  amounts: FusionAmounts = FUSION,
): Float32Array[] {
  const weights = frames.map((frame) => weightsOf(frame, amounts));
  const count = weights[0]?.length ?? 0;
  for (let p = 0; p < count; p++) {
    const sum = weights.reduce((all, of) => all + (of[p] as number), 0);
    for (const of of weights) of[p] = sum > 0 ? (of[p] as number) / sum : 1 / weights.length;
  }
  return weights;
}

/**
 * Exposure fusion (Mertens, Kautz and Van Reeth 2007): frames blended level by level of their Laplacian pyramids, by
 * smoothed weights for contrast, colour and how well they are exposed.
 * @param frames encoded values on the same pixels
 * @returns encoded values, three a pixel, not cut off at 0 and 1
 */
export function fuseExposures(
  frames: readonly FramePixels[],
  amounts: FusionAmounts = FUSION,
): Float32Array {
  const [first] = frames;
  if (!first) return new Float32Array(0);
  const { width, height } = first;
  const weights = fusionWeights(frames, amounts);
  let sum: Raster[] | null = null;
  frames.forEach(({ data }, k) => {
    const picture = pyramidOf({ width, height, channels: 3, data });
    const shares = pyramidOf({ width, height, channels: 1, data: weights[k] as Float32Array });
    const blended = picture.map((level, i): Raster => {
      const coarser = picture[i + 1];
      const base = coarser && larger(coarser, level);
      const gain = coarser && i < DETAIL_LEVELS ? amounts.detail : 1;
      const share = shares[i] as Raster;
      const out = new Float32Array(level.data.length);
      for (let j = 0; j < out.length; j++) {
        const band = base
          ? gain * ((level.data[j] as number) - (base.data[j] as number))
          : (level.data[j] as number);
        out[j] = band * (share.data[Math.floor(j / 3)] as number);
      }
      return { ...level, data: out };
    });
    if (!sum) sum = blended;
    else {
      for (const [i, level] of sum.entries()) {
        const more = (blended[i] as Raster).data;
        for (let j = 0; j < more.length; j++) {
          level.data[j] = (level.data[j] as number) + (more[j] as number);
        }
      }
    }
  });
  const levels = sum as unknown as Raster[];
  let at = levels.at(-1) as Raster;
  for (let i = levels.length - 2; i >= 0; i--) {
    const level = levels[i] as Raster;
    const base = larger(at, level);
    for (let j = 0; j < base.data.length; j++) {
      base.data[j] = (base.data[j] as number) + (level.data[j] as number);
    }
    at = base;
  }
  return at.data;
}

/** From here on lights are held back more and more, so that they end a little below white. */
const [KNEE, SPAN] = [0.92, 0.06];

/** Encoded values with what lies above white, or near it, held back below it, so that nothing is burnt out. */
export function heldBack(fused: Float32Array): Float32Array {
  return fused.map((value) => {
    const lit = Math.max(0, value);
    return lit <= KNEE ? lit : KNEE + SPAN * Math.tanh((lit - KNEE) / SPAN);
  });
}
