import type { PickGround } from './pick-ground';

/** What is to be cut out. */
export interface SegmentTask {
  readonly ground: PickGround;
  /** The marks on every pixel of a level, as MARK says. */
  marks(level: number): Uint8Array;
  /**
   * How likely each pixel of the level `workingLevel(ground)` belongs to the thing, 0..1, where something is known besides
   * the marks.
   */
  readonly prior?: Float32Array;
  readonly stopped?: () => boolean;
  /** Told how far it has come, 0..1. */
  readonly onProgress?: (done: number) => void;
}

/** The cut was called off. */
export class SegmentStopped extends Error {
  override readonly name = 'SegmentStopped';
}
