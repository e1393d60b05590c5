import type { BlobHash } from '@diplex/document';
import type { SourceLevel } from './source-level';

/** A level of a source, and which one it is. */
export interface FoundLevel {
  readonly level: number;
  readonly pixels: SourceLevel;
}

/** Where the core gets pixels from. Nothing is fetched while rendering: what is not there is not drawn. */
export interface PixelReader {
  /** The wanted level, or the nearest one at hand; undefined when there is none. */
  level(source: BlobHash, wanted: number): FoundLevel | undefined;
  /** A painted tile: PAINTED_TILE_SIZE squared pairs of value and coverage, 16 bits each. */
  paintedTile(hash: BlobHash): Uint16Array | undefined;
}
