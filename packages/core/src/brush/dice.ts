/** Numbers that look random and are the same every time (a linear congruential generator). */
export class Dice {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** Evenly from -1 to 1. */
  around(): number {
    this.state = (Math.imul(this.state, 1_664_525) + 1_013_904_223) >>> 0;
    return (this.state / 0xffffffff) * 2 - 1;
  }
}
