import { type FloatImage, LUMA } from '@diplex/imaging';

/** A picture to be measured: linear light, and how much each of its pixels counts. */
export interface LightPatch {
  readonly width: number;
  readonly height: number;
  /** Straight red, green and blue of linear light for each pixel. */
  readonly light: Float32Array;
  /** 0..1 for each pixel; what is hidden counts nothing. */
  readonly weights: Float32Array;
}

/** What covers less than this of a pixel says too little of its own colour. */
const LEAST_ALPHA = 0.25;

/**
 * The straight colours of a premultiplied picture in linear light.
 * @param counts how much each pixel counts besides its alpha; 1 everywhere when left out
 */
export function patchOf({ width, height, data }: FloatImage, counts?: Float32Array): LightPatch {
  const light = new Float32Array(width * height * 3);
  const weights = new Float32Array(width * height);
  for (let p = 0, i = 0, o = 0; p < weights.length; p++, i += 4, o += 3) {
    const alpha = data[i + 3] as number;
    if (alpha < LEAST_ALPHA) continue;
    weights[p] = Math.min(1, alpha) * (counts ? (counts[p] as number) : 1);
    for (let c = 0; c < 3; c++) light[o + c] = Math.max(0, (data[i + c] as number) / alpha);
  }
  return { width, height, light, weights };
}

/** The luminance of each pixel. */
export function luminances({ light, weights }: LightPatch): Float32Array {
  const [red, green, blue] = LUMA;
  const out = new Float32Array(weights.length);
  for (let p = 0, i = 0; p < out.length; p++, i += 3) {
    out[p] =
      red * (light[i] as number) +
      green * (light[i + 1] as number) +
      blue * (light[i + 2] as number);
  }
  return out;
}

/** Weights of a blur of 1.2 pixels over five. */
const SMOOTH = [0.0887, 0.2359, 0.3508, 0.2359, 0.0887] as const;

/** Blurs four numbers a pixel along rows or columns by five weights; beyond the border there is nothing. */
function blurAlong(from: Float32Array, width: number, height: number, step: number): Float32Array {
  const out = new Float32Array(from.length);
  const [lines, count, next] = step === 1 ? [height, width, width] : [width, height, 1];
  for (let line = 0; line < lines; line++) {
    for (let at = 0; at < count; at++) {
      const to = (line * next + at * step) * 4;
      const [first, last] = [Math.max(-2, -at), Math.min(2, count - 1 - at)];
      for (let k = first; k <= last; k++) {
        const share = SMOOTH[k + 2] as number;
        const q = to + k * step * 4;
        for (let c = 0; c < 4; c++) {
          out[to + c] = (out[to + c] as number) + share * (from[q + c] as number);
        }
      }
    }
  }
  return out;
}

/** The same picture a little blurred, so that noise and single bright points count less; what is hidden stays out of it. */
export function smoothed({ width, height, light, weights }: LightPatch): LightPatch {
  const from = new Float32Array(width * height * 4);
  for (let p = 0; p < weights.length; p++) {
    const weight = weights[p] as number;
    for (let c = 0; c < 3; c++) from[p * 4 + c] = weight * (light[p * 3 + c] as number);
    from[p * 4 + 3] = weight;
  }
  const blurred = blurAlong(blurAlong(from, width, height, 1), width, height, width);
  const result = new Float32Array(light.length);
  for (let p = 0; p < weights.length; p++) {
    const sum = blurred[p * 4 + 3] as number;
    if (sum < 1e-6 || weights[p] === 0) continue;
    for (let c = 0; c < 3; c++) result[p * 3 + c] = (blurred[p * 4 + c] as number) / sum;
  }
  return { width, height, light: result, weights };
}
