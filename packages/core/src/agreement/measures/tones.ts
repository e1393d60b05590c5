import { type LightPatch, luminances } from '../light-patch';
import { Quantiles } from '../quantiles';

/** How lightness is spread: CIE L*, 0..100. */
export interface Tones {
  /** Only one in fifty is darker, and lighter. */
  readonly black: number;
  readonly white: number;
  readonly lower: number;
  readonly median: number;
  readonly upper: number;
}

/** CIE L* of a luminance of 0..1. */
export function lightnessOf(luminance: number): number {
  const [dark, slope] = [216 / 24_389, 24_389 / 27];
  return luminance > dark ? 116 * Math.cbrt(luminance) - 16 : slope * luminance;
}

/** @param patch a little blurred */
export function tonesOf(patch: LightPatch): Tones {
  const spread = new Quantiles(luminances(patch), patch.weights);
  const at = (share: number) => lightnessOf(spread.at(share));
  return {
    ...{ black: at(0.02), lower: at(0.25), median: at(0.5) },
    ...{ upper: at(0.75), white: at(0.98) },
  };
}

/** Bins of the picture of lightness. */
export const LIGHTNESS_BINS = 64;

/** Which share of what is seen has each lightness, from 0 to 100. */
export function lightnessCounts(patch: LightPatch): number[] {
  const counts = new Array<number>(LIGHTNESS_BINS).fill(0);
  const of = luminances(patch);
  let all = 0;
  for (let p = 0; p < of.length; p++) {
    const weight = patch.weights[p] as number;
    const place = (lightnessOf(of[p] as number) / 100) * LIGHTNESS_BINS;
    const bin = Math.max(0, Math.min(LIGHTNESS_BINS - 1, Math.floor(place)));
    counts[bin] = (counts[bin] as number) + weight;
    all += weight;
  }
  return all > 0 ? counts.map((count) => count / all) : counts;
}
