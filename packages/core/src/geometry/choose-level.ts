import type { Matrix } from '@diplex/document';

/** The longest kernel, in samples of the chosen level, that a strongly squeezed axis may need. */
const MOST_STRETCH = 8;

/** How far one step of output goes in the source, along the source's two axes. */
export interface Footprint {
  readonly u: number;
  readonly v: number;
}

/** `inverse` takes output pixels to source pixels. */
export function footprintOf(inverse: Matrix): Footprint {
  return {
    u: Math.hypot(inverse[0], inverse[2]),
    v: Math.hypot(inverse[1], inverse[3]),
  };
}

/**
 * The pyramid level to sample: the coarsest that is not yet coarser than the output along either
 * axis, unless the picture is squeezed so much that the other axis would need too long a kernel.
 */
export function chooseLevel(footprint: Footprint, levels: number): number {
  const finer = Math.min(footprint.u, footprint.v);
  const coarser = Math.max(footprint.u, footprint.v) / MOST_STRETCH;
  const wanted = Math.floor(Math.log2(Math.max(1, finer, coarser)) + 1e-9);
  return Math.min(levels - 1, wanted);
}
