import type { Composition, Tiled } from '@diplex/document';

export type Tiles = Tiled['tiles'];

/** What a stroke paints into. */
export interface StrokeGoal {
  /** The tiles as they are before the stroke. */
  readonly tiles: Tiles;
  /** The part that is painted, for brushes that look at what lies before it; null when it is none. */
  readonly part: string | null;
  /** The composition with further tiles. */
  preview(composition: Composition, tiles: Tiles): Composition;
  /** Makes the stroke a step of the history; its blobs are on their way. */
  commit(tiles: Tiles): void;
}
