/** The radii that a brush can have, in composition pixels. */
const [LEAST, MOST] = [0.5, 2000];

/** A brush's radius made larger or smaller by a share, as far as it may be. */
export function scaledRadius(radius: number, by: number): number {
  return Math.max(LEAST, Math.min(MOST, radius * by));
}
