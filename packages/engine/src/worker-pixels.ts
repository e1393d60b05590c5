import type { FoundLevel, PixelReader, SourceLevel } from '@diplex/core';
import type { BlobHash, Composition } from '@diplex/document';
import type { Notice } from './protocol';

/** Compositions that jobs under way may still name. */
const KEPT_COMPOSITIONS = 32;

/** Everything a worker was told to keep. */
export class WorkerPixels implements PixelReader {
  private readonly levels = new Map<BlobHash, Map<number, SourceLevel>>();
  private readonly tiles = new Map<string, Uint16Array>();
  private readonly compositions = new Map<number, Composition>();

  take(notice: Notice): void {
    if (notice.type === 'composition') this.keepComposition(notice.key, notice.composition);
    else if (notice.type === 'tile') this.tiles.set(notice.hash, notice.pairs);
    else if (notice.type === 'drop-tiles') {
      for (const hash of notice.hashes) this.tiles.delete(hash);
    } else if (notice.type === 'level') {
      const known = this.levels.get(notice.source) ?? new Map<number, SourceLevel>();
      this.levels.set(notice.source, known.set(notice.level, notice.pixels));
    } else {
      this.levels.clear();
      this.tiles.clear();
    }
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

  /** The wanted level, else the nearest coarser one, else the nearest finer one. */
  level(source: BlobHash, wanted: number): FoundLevel | undefined {
    const known = this.levels.get(source);
    if (!known) return undefined;
    const order = [...known.keys()].sort((a, b) => {
      const rank = (level: number) => (level >= wanted ? level - wanted : 1000 + wanted - level);
      return rank(a) - rank(b);
    });
    const [best] = order;
    const pixels = best === undefined ? undefined : known.get(best);
    return pixels && best !== undefined ? { level: best, pixels } : undefined;
  }
}
