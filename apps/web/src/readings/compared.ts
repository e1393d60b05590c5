import type { Signature } from '@diplex/core';

/** One picture, and another beside it where there is one. */
export interface Compared {
  /** Drawn in brass. */
  readonly subject: Signature;
  /** Drawn in sea green. */
  readonly scene?: Signature | null;
  /** What the two are called. */
  readonly names?: readonly [subject: string, scene: string];
}

export const THING_AND_SCENE = ['the thing', 'the scene'] as const;
