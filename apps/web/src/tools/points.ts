import type { Point } from '@diplex/document';

/** Points that the tool in hand has on the picture, to be taken and moved by keys. */
export interface Points {
  readonly count: number;
  /** The one in hand. */
  readonly chosen: number | null;
  choose(index: number): void;
  /** Moves one of them, in composition pixels. */
  nudge(index: number, by: Point): void;
  /** Takes one of them out, where that can be. */
  remove?(index: number): void;
}
