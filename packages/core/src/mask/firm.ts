import type { Rect } from '@diplex/document';
import type { CoverageImage } from '../image/images';
import { type DrawCoverage, feathered } from './feather';

/** Makes an edge steeper about its middle, in place. `firm` 0 (as it is) to 1 (hard). */
export function firm({ data }: CoverageImage, amount: number): void {
  if (amount > 0) steepen(data, 1 / Math.max(1e-3, 1 - amount));
}

/** Evens out a jagged edge: softened over `sigma` composition pixels, then as steep as a drawn edge. */
export function evened(
  draw: DrawCoverage,
  region: Rect,
  scale: number,
  sigma: number,
): CoverageImage {
  const image = feathered(draw, region, scale, sigma);
  // The slope of a hard edge after a Gaussian is one over sigma times the root of two pi.
  steepen(image.data, Math.max(1, sigma * scale * Math.sqrt(2 * Math.PI)));
  return image;
}

function steepen(data: Float32Array, slope: number): void {
  for (let i = 0; i < data.length; i++) {
    data[i] = Math.max(0, Math.min(1, ((data[i] as number) - 0.5) * slope + 0.5));
  }
}
