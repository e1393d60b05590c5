/** A number of 32 bits that looks random, for a place and a seed (after Appleby's final mix, public domain). */
function mixed(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca77) ^ Math.imul(seed, 0xc2b2ae3d);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** The deviation of the sum of four bytes. */
const DEVIATION = Math.sqrt((4 * (256 * 256 - 1)) / 12);

/**
 * A number for a place of a lattice and a seed, always the same: spread nearly as a normal distribution of mean 0 and
 * deviation 1 is (the sum of four even ones).
 */
export function latticeValue(x: number, y: number, seed: number): number {
  const h = mixed(x, y, seed);
  const sum = (h & 255) + ((h >>> 8) & 255) + ((h >>> 16) & 255) + (h >>> 24);
  return (sum - 510) / DEVIATION;
}

/** Between the places of a lattice, of deviation 1 everywhere. */
export function betweenLattice(x: number, y: number, seed: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - left, y - top];
  const weights = [(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v] as const;
  let [sum, squares] = [0, 0];
  for (let k = 0; k < 4; k++) {
    const weight = weights[k as 0 | 1 | 2 | 3];
    sum += weight * latticeValue(left + (k & 1), top + (k >> 1), seed);
    squares += weight * weight;
  }
  return sum / Math.sqrt(squares);
}
