import type { SourceLevel } from '../pixels/source-level';

/**
 * The colours under a mask: level 0 has a pixel for every pixel of the mask, every further level half
 * as many across and down, rounded up. Straight, display-encoded samples.
 */
export interface PickGround {
  readonly width: number;
  readonly height: number;
  level(level: number): SourceLevel;
}

/** The finest level with at most `pixels` pixels. */
export function levelWithin({ width, height }: PickGround, pixels: number): number {
  let level = 0;
  while (Math.ceil(width / 2 ** level) * Math.ceil(height / 2 ** level) > pixels) level++;
  return level;
}
