/** One touch of a round brush. Lengths in pixels of the composition. */
export interface Dab {
  /** Centre, in pixels of the mask. */
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** 0 (hard, the edge one pixel wide) to 1 (falls off from the centre). */
  readonly softness: number;
  /** How much of the way to `cap` one touch goes, 0..1. */
  readonly flow: number;
  /** The most that the stroke lays down, 0..1. */
  readonly cap: number;
}
