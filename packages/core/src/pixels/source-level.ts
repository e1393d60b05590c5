/**
 * One level of a source's pyramid: straight, display-encoded samples in the composition's profile,
 * RGB or RGBA, 8 or 16 bits, row by row. Level 0 is the source itself; every further level is half
 * as wide and high, rounded up.
 */
export interface SourceLevel {
  readonly width: number;
  readonly height: number;
  readonly channels: 3 | 4;
  readonly data: Uint8Array | Uint16Array;
}

/** A pyramid ends with the first level that fits into a square of this side. */
export const COARSEST_SIDE = 512;

/** How many levels the pyramid of a source has, itself included. */
export function levelCount(width: number, height: number): number {
  const longest = Math.max(width, height);
  return 1 + Math.max(0, Math.ceil(Math.log2(longest / COARSEST_SIDE)));
}

/** The extent of a level. */
export function levelSize(
  width: number,
  height: number,
  level: number,
): { width: number; height: number } {
  const by = 2 ** level;
  return { width: Math.ceil(width / by), height: Math.ceil(height / by) };
}
