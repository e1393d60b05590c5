import type { PushWay } from '@diplex/core';
import type { Composition, Rect, Tiled } from '@diplex/document';

export type Tiles = Tiled['tiles'];

/** What a stroke paints into. */
export interface StrokeGoal {
  /** The tiles as they are before the stroke. */
  readonly tiles: Tiles;
  /** The part that is painted, for brushes that look at what lies before it; null when it is none. */
  readonly part: string | null;
  /** What can be painted, in pixels of what is painted; all of the target when left out. */
  readonly extent?: Rect;
  /** Whether what is committed shows otherwise than what was previewed. */
  readonly redraws?: boolean;
  /** What it does to pixels, where it pushes them along. */
  readonly push?: PushWay;
  /** A number that says how far it may reach after so many composition pixels: the preview is made anew when it grows. */
  reachAfter?(travelled: number): number;
  /** What is still to be worked out of the tiles before anything is committed; it commits by itself. */
  finish?(tiles: Tiles): Promise<void>;
  /** The composition with further tiles; `reach` is what `reachAfter` says. */
  preview(composition: Composition, tiles: Tiles, reach?: number): Composition;
  /** Makes the stroke a step of the history; its blobs are on their way. `reach` is how far it pushed anything. */
  commit(tiles: Tiles, reach?: number): void;
}
