import type { BlobHash } from '@diplex/document';
import type { TiledLevel } from './tiled-level';

/** A level of a source, and which one it is. */
export interface FoundLevel {
  readonly level: number;
  readonly pixels: TiledLevel;
}

/** Where the core gets pixels from. Nothing is fetched while rendering: what is not there is not drawn. */
export interface PixelReader {
  /** A level of a source with the tiles that are at hand; undefined when there are none. */
  level(source: BlobHash, level: number): TiledLevel | undefined;
  /** A painted tile: PAINTED_TILE_SIZE squared pairs of value and coverage, 16 bits each. */
  paintedTile(hash: BlobHash): Uint16Array | undefined;
  /** Told what could not be drawn from the pixels it should be drawn from: a source or a painted tile. */
  lacks?(what: BlobHash): void;
}
