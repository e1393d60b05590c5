import type { CoverageImage } from '@diplex/imaging';

/** Makes an edge steeper about its middle, in place. `firm` 0 (as it is) to 1 (hard). */
export function firm({ data }: CoverageImage, amount: number): void {
  if (amount > 0) steepen(data, 1 / Math.max(1e-3, 1 - amount));
}

/** Makes an edge that was softened by a Gaussian of deviation `sigma` pixels as steep as a drawn edge, in place. */
export function steepened({ data }: CoverageImage, sigma: number): void {
  // The slope of a hard edge after a Gaussian is one over sigma times the root of two pi.
  steepen(data, Math.max(1, sigma * Math.sqrt(2 * Math.PI)));
}

function steepen(data: Float32Array, slope: number): void {
  for (let i = 0; i < data.length; i++) {
    data[i] = Math.max(0, Math.min(1, ((data[i] as number) - 0.5) * slope + 0.5));
  }
}
