/** How a brush lays down coverage. Lengths in composition pixels. */
export interface Brush {
  readonly radius: number;
  /** 0 (hard) to 1 (falls off from the centre). */
  readonly softness: number;
  /** The most that one stroke changes, 0..1. */
  readonly strength: number;
  /** How much of that each touch lays down, 0..1. */
  readonly flow: number;
  /** What pen pressure changes. */
  readonly pressure: 'none' | 'size' | 'strength' | 'flow';
  /** What the stroke paints: 1 shows, 0 hides. */
  readonly value: number;
}

/** One place of the pointer, in composition pixels; pressure 0..1, 1 where there is none. */
export interface StrokePoint {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
}

/**
 * How far touches lie apart, as a share of the radius: near enough that a hard edge stays straight to
 * a hundredth of the radius; a soft edge hides wider steps.
 */
export function spacing(softness: number): number {
  return 0.12 + 0.13 * softness;
}
