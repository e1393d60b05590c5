import {
  type AllocateFloats,
  NodeStore,
  type PixelReader,
  plainFloats,
  type SourceTile,
  type TiledLevel,
} from '@diplex/core';
import { type BlobHash, type Composition, patched } from '@diplex/document';
import { adopt } from '@diplex/kernels';
import type { LevelFacts, Notice } from './protocol';

type Samples = Uint8Array | Uint16Array;

/** Compositions that jobs under way may still name. */
const KEPT_COMPOSITIONS = 160;

/** Without shared memory, what was drawn is kept up to so many bytes. */
const KEPT_DRAWN = 96 * 2 ** 20;

/** The tiles of one level that are here. */
class LevelTiles implements TiledLevel {
  readonly width: number;
  readonly height: number;
  readonly channels: 3 | 4;
  readonly bits: 8 | 16;
  private readonly tiles = new Map<number, Samples>();

  constructor({ width, height, channels, bits }: LevelFacts) {
    this.width = width;
    this.height = height;
    this.channels = channels;
    this.bits = bits;
  }

  tile(column: number, row: number): Samples | undefined {
    return this.tiles.get(numberOf(column, row));
  }

  put(column: number, row: number, samples: Samples): void {
    this.tiles.set(numberOf(column, row), samples);
  }

  drop(column: number, row: number): void {
    this.tiles.delete(numberOf(column, row));
  }
}

/** No picture has this many columns of tiles. */
function numberOf(column: number, row: number): number {
  return row * 65_536 + column;
}

/** Everything that a worker was told to keep. */
export class WorkerPixels implements PixelReader {
  /** What was drawn of compositions, to draw the next state from. */
  drawn = new NodeStore(plainFloats(KEPT_DRAWN));
  private readonly levels = new Map<string, LevelTiles>();
  private readonly tiles = new Map<string, Uint16Array>();
  private readonly compositions = new Map<number, Composition>();

  take(notice: Notice): void {
    if (notice.type === 'composition') this.keepComposition(notice.key, notice.composition);
    else if (notice.type === 'composition-change') {
      const before = this.composition(notice.from);
      this.keepComposition(notice.key, patched(before, notice.patches));
    } else if (notice.type === 'tile') this.keepTile(notice.hash, notice.pairs);
    else if (notice.type === 'source-tile') this.keepSourceTile(notice);
    else if (notice.type === 'drop-tiles') {
      for (const hash of notice.hashes) this.tiles.delete(hash);
    } else if (notice.type === 'drop-source-tiles') {
      for (const tile of notice.tiles) this.levels.get(levelKey(tile))?.drop(tile.column, tile.row);
    } else {
      this.levels.clear();
      this.tiles.clear();
      this.drawn.clear();
    }
  }

  /** Keeps what is drawn in memory that kernels reach. */
  keepDrawnIn(allocate: AllocateFloats): void {
    this.drawn = new NodeStore(allocate);
  }

  keepTile(hash: string, pairs: Uint16Array): void {
    this.tiles.set(hash, adopt(pairs));
  }

  private keepSourceTile({ tile, facts, samples }: Extract<Notice, { type: 'source-tile' }>): void {
    const key = levelKey(tile);
    const level = this.levels.get(key) ?? new LevelTiles(facts);
    this.levels.set(key, level);
    level.put(tile.column, tile.row, adopt(samples));
  }

  private keepComposition(key: number, composition: Composition): void {
    this.compositions.set(key, composition);
    const oldest = this.compositions.keys().next().value;
    if (this.compositions.size > KEPT_COMPOSITIONS && oldest !== undefined) {
      this.compositions.delete(oldest);
    }
  }

  composition(key: number): Composition {
    const known = this.compositions.get(key);
    if (!known) throw new Error('That state of the composition is no longer at hand.');
    return known;
  }

  paintedTile(hash: string): Uint16Array | undefined {
    return this.tiles.get(hash);
  }

  level(source: BlobHash, level: number): TiledLevel | undefined {
    return this.levels.get(levelKey({ source, level }));
  }
}

function levelKey({ source, level }: Pick<SourceTile, 'source' | 'level'>): string {
  return `${source}/${level}`;
}
