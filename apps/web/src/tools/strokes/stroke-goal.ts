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
  /** How far it is shown to reach once anything is pushed so far: the preview is made anew when that grows. */
  reachFor?(pushed: number): number;
  /** What is still to be worked out of the tiles before anything is committed; it commits by itself. */
  finish?(tiles: Tiles): Promise<void>;
  /** The composition with further tiles; `reach` is what `reachFor` says. */
  preview(composition: Composition, tiles: Tiles, reach?: number): Composition;
  /** Makes the stroke a step of the history; its blobs are on their way. `reach` is how far it pushed anything. */
  commit(tiles: Tiles, reach?: number): void;
}
