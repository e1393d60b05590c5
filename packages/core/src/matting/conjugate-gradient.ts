import {
  AROUND,
  type BlockMatrix,
  blockProduct,
  type GradientVectors,
  gradientStep,
  gradientTurn,
  inScratch,
  OWN,
  scratchDoubles,
  scratchFloats,
  scratchZeroes,
} from '@diplex/kernels';

export interface SolveLimits {
  readonly iterations: number;
  /** It ends when what is left is smaller than this share of the right side. */
  readonly tolerance: number;
  /** Asked before every iteration; what was found so far stays in `x`. */
  readonly stopped?: () => boolean;
}

/**
 * Solves matrix x = right in place, by conjugate gradients preconditioned with the diagonal. `right` and
 * `x`, where it begins, hold four floats for each block, 0 where no pixel is asked for. Answers how many
 * iterations it took.
 */
export function conjugateGradient(
  matrix: BlockMatrix,
  right: Float32Array,
  x: Float32Array,
  limits: SolveLimits,
): number {
  return inScratch(() => {
    const found = scratchFloats(x.length);
    found.set(x);
    const vectors: GradientVectors = {
      x: found,
      left: scratchFloats(x.length),
      product: scratchFloats(x.length),
      inverse: inverseDiagonal(matrix),
      along: scratchZeroes(matrix.cells),
    };
    try {
      return descend(matrix, right, vectors, limits);
    } finally {
      x.set(found);
    }
  });
}

function descend(
  matrix: BlockMatrix,
  right: Float32Array,
  vectors: GradientVectors,
  { iterations, tolerance, stopped }: SolveLimits,
): number {
  const { x, left, product, inverse, along } = vectors;
  const said = scratchDoubles(2);
  for (let slot = 0; slot < x.length; slot++) {
    along[(matrix.places[slot >> 2] as number) + (slot & 3)] = x[slot] as number;
  }
  blockProduct(matrix, along, product, said);
  let [size, norm] = [0, 0];
  for (let slot = 0; slot < x.length; slot++) {
    const wanted = right[slot] as number;
    const rest = wanted - (product[slot] as number);
    left[slot] = rest;
    size += rest * rest * (inverse[slot] as number);
    norm += wanted * wanted;
  }
  gradientTurn(matrix, vectors, 0);
  for (let done = 0; done < iterations; done++) {
    if (size === 0 || stopped?.()) return done;
    blockProduct(matrix, along, product, said);
    // A way along which nothing changes, as rounding leaves one in a picture of one colour, leads nowhere.
    const length = size / (said[0] as number);
    if (!Number.isFinite(length) || length < 0) return done;
    gradientStep(matrix, vectors, length, said);
    const [rest, next] = said as unknown as [number, number];
    if (rest <= tolerance * tolerance * norm) return done + 1;
    gradientTurn(matrix, vectors, next / size);
    size = next;
  }
  return iterations;
}

function inverseDiagonal({ blocks, factors }: BlockMatrix): Float32Array {
  const inverse = scratchFloats(blocks * 4);
  for (let slot = 0; slot < inverse.length; slot++) {
    const own = factors[((slot >> 2) * AROUND + OWN) * 4 + (slot & 3)] as number;
    inverse[slot] = own > 0 ? 1 / own : 0;
  }
  return inverse;
}
