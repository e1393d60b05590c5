import { callsFor } from '../memory/thread';
import type { BlockMatrix } from './block-matrix';

/** The vectors of conjugate gradients: four floats for each block, but for the direction. */
export interface GradientVectors {
  /** What was found. */
  readonly x: Float32Array;
  /** What is left of the right side. */
  readonly left: Float32Array;
  /** The matrix times the direction. */
  readonly product: Float32Array;
  /** One over the matrix's diagonal; 0 where no pixel is asked for. */
  readonly inverse: Float32Array;
  /** The direction, in the matrix's grid. */
  readonly along: Float32Array;
}

/**
 * Goes `step` along the direction. `sizes` gets the sum of squares of what is left, and the same times
 * the inverse.
 */
export function gradientStep(
  { blocks, places }: BlockMatrix,
  { x, left, product, inverse, along }: GradientVectors,
  step: number,
  sizes: Float64Array,
): void {
  const calls = callsFor(places, x, left, product) && callsFor(inverse, along, sizes);
  if (calls) {
    const [at, grid, by] = [places.byteOffset, along.byteOffset, inverse.byteOffset];
    const [found, rest] = [x.byteOffset, left.byteOffset];
    const to = sizes.byteOffset;
    calls.gradientStep?.(at, blocks, grid, product.byteOffset, by, step, found, rest, to);
    return;
  }
  let [rest, next] = [0, 0];
  for (let slot = 0; slot < blocks * 4; slot++) {
    const cell = (places[slot >> 2] as number) + (slot & 3);
    x[slot] = (x[slot] as number) + step * (along[cell] as number);
    const now = (left[slot] as number) - step * (product[slot] as number);
    left[slot] = now;
    rest += now * now;
    next += now * now * (inverse[slot] as number);
  }
  sizes[0] = rest;
  sizes[1] = next;
}
