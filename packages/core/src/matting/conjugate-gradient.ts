import { type MattingSystem, multiplySystem } from './matting-laplacian';

export interface SolveLimits {
  readonly iterations: number;
  /** It ends when what is left is smaller than this share of the right side. */
  readonly tolerance: number;
  /** Asked before every iteration; what was found so far stays in `x`. */
  readonly stopped?: () => boolean;
}

/**
 * Solves (matrix + weight) x = right + pulled in place, by conjugate gradients preconditioned with the
 * diagonal. `x` is where it begins. Answers how many iterations it took.
 */
export function conjugateGradient(
  system: MattingSystem,
  weight: Float64Array,
  pulled: Float64Array,
  x: Float64Array,
  { iterations, tolerance, stopped }: SolveLimits,
): number {
  const { count, diagonal, right } = system;
  const left = new Float64Array(count);
  const along = new Float64Array(count);
  const product = new Float64Array(count);
  multiplySystem(system, weight, x, product);
  let size = 0;
  let norm = 0;
  const scaled = (u: number) =>
    (left[u] as number) / ((diagonal[u] as number) + (weight[u] as number) + 1e-12);
  for (let u = 0; u < count; u++) {
    const wanted = (right[u] as number) + (pulled[u] as number);
    left[u] = wanted - (product[u] as number);
    along[u] = scaled(u);
    size += (left[u] as number) * (along[u] as number);
    norm += wanted * wanted;
  }
  for (let done = 0; done < iterations; done++) {
    if (size === 0 || stopped?.()) return done;
    multiplySystem(system, weight, along, product);
    let across = 0;
    for (let u = 0; u < count; u++) across += (along[u] as number) * (product[u] as number);
    const step = size / across;
    let rest = 0;
    let next = 0;
    for (let u = 0; u < count; u++) {
      x[u] = (x[u] as number) + step * (along[u] as number);
      const now = (left[u] as number) - step * (product[u] as number);
      left[u] = now;
      rest += now * now;
      next += now * scaled(u);
    }
    if (rest <= tolerance * tolerance * norm) return done + 1;
    const keep = next / size;
    size = next;
    for (let u = 0; u < count; u++) along[u] = scaled(u) + keep * (along[u] as number);
  }
  return iterations;
}
