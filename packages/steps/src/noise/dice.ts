/** A whole number of 32 bits that looks like chance, always the same for the same three (after Wellons's hash prospector). */
export function hashed(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(seed, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return (h ^ (h >>> 15)) >>> 0;
}

/** Numbers that look like chance, one after the other, always the same for the same place and seed. */
export class Dice {
  private at = 0;

  constructor(
    private readonly x: number,
    private readonly y: number,
    private readonly seed: number,
  ) {}

  /** 0 to below 1. */
  next(): number {
    this.at++;
    return hashed(this.x, this.y, this.seed + Math.imul(this.at, 7919)) / 2 ** 32;
  }

  between(from: number, to: number): number {
    return from + (to - from) * this.next();
  }

  /** About 0, of deviation 1, never farther than about 3.5. */
  normal(): number {
    let sum = 0;
    for (let k = 0; k < 6; k++) sum += this.next();
    return (sum - 3) * Math.SQRT2;
  }
}
