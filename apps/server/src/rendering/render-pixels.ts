import { type Leaves, levelSize, type SourceTile } from '@diplex/core';
import { type BlobHash, sourceNamed } from '@diplex/document';
import type { Engine, Held } from '@diplex/engine';
import { decodePaintedTile } from '@diplex/formats';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { BlobStore } from '../storage/blob-store';
import { SourceRecord } from '../storage/entities/source-record';
import { ENGINE } from './engine.provider';
import { Pyramids, sourceIn } from './pyramids';

/** Pixels kept with the workers, at most, unless more are needed at the same time. */
const KEPT_BYTES = 512 * 2 ** 20;

interface Entry {
  readonly held: Held;
  readonly forget: () => void;
  /** How many renderings under way need it. */
  uses: number;
}

/** Pixels that a rendering needs are not here: `hashes` of sources and painted tiles. */
export class PixelsMissing extends Error {
  override readonly name = 'PixelsMissing';
  constructor(readonly hashes: readonly string[]) {
    super(`Pixels are missing: ${hashes.join(', ')}.`);
  }
}

/** Brings pixels to the workers and lets those go that were used least recently. */
@Injectable()
export class RenderPixels {
  private readonly entries = new Map<string, Promise<Entry | null>>();
  private readonly ready = new Map<string, Entry>();
  private bytes = 0;

  constructor(
    @Inject(ENGINE) private readonly engine: Engine,
    @Inject(Pyramids) private readonly pyramids: Pyramids,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(MikroORM) private readonly orm: MikroORM,
  ) {}

  /**
   * Does some work while all that is needed is with the workers.
   * @throws PixelsMissing when some of it is not to be had and must not be left out
   */
  async using<Result>(
    needed: Leaves,
    lacking: 'refused' | 'left out',
    work: () => Promise<Result>,
  ): Promise<Result> {
    const wanted = [
      ...needed.sources.map((tile) => this.entry(keyOf(tile), () => this.bringTile(tile))),
      ...needed.painted.map((hash) => this.entry(hash, () => this.bringPainted(hash))),
    ];
    const settled = await Promise.allSettled(wanted);
    const entries = settled.flatMap((each) =>
      each.status === 'fulfilled' && each.value ? [each.value] : [],
    );
    try {
      const failed = settled.find((each) => each.status === 'rejected');
      if (failed) throw failed.reason;
      const names = [
        ...needed.sources.map(({ source }) => sourceNamed(source).source),
        ...needed.painted,
      ];
      const missing = names.filter((_, i) => {
        const each = settled[i];
        return each?.status === 'fulfilled' && each.value === null;
      });
      if (missing.length > 0 && lacking === 'refused')
        throw new PixelsMissing([...new Set(missing)]);
      return await work();
    } finally {
      for (const entry of entries) entry.uses--;
      await this.sweep();
    }
  }

  /** The entry of that name, counted as used once more. */
  private async entry(key: string, bring: () => Promise<Entry | null>): Promise<Entry | null> {
    const known = this.entries.get(key) ?? bring();
    this.entries.delete(key);
    this.entries.set(key, known);
    try {
      const entry = await known;
      if (!entry) this.entries.delete(key);
      else {
        entry.uses++;
        if (!this.ready.has(key)) this.bytes += entry.held.samples.byteLength;
        this.ready.set(key, entry);
      }
      return entry;
    } catch (error) {
      this.entries.delete(key);
      throw error;
    }
  }

  private async sweep(): Promise<void> {
    const gone: Held[] = [];
    for (const key of this.entries.keys()) {
      if (this.bytes <= KEPT_BYTES) break;
      const entry = this.ready.get(key);
      if (!entry || entry.uses > 0) continue;
      this.entries.delete(key);
      this.ready.delete(key);
      this.bytes -= entry.held.samples.byteLength;
      entry.forget();
      gone.push(entry.held);
    }
    if (gone.length > 0) await this.engine.retire(gone);
  }

  private async bringTile(tile: SourceTile): Promise<Entry | null> {
    const { source: hash, profile } = sourceNamed(tile.source);
    const record = await this.orm.em.fork().findOne(SourceRecord, { hash });
    if (!record) return null;
    const source = sourceIn(record, profile);
    const { width, height, channels, bits } = source;
    const count = this.pyramids.tileBytes(source, tile.level, tile);
    const { memory } = this.engine;
    const held = bits === 16 ? memory.words(count / 2) : memory.bytes(count);
    const { buffer, byteOffset } = held.samples;
    try {
      await this.pyramids.readInto(
        source,
        tile.level,
        tile,
        new Uint8Array(buffer, byteOffset, count),
      );
    } catch (error) {
      memory.release(held);
      // Neither the file nor what was made of it is there.
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    }
    const facts = { ...levelSize(width, height, tile.level), channels, bits };
    this.engine.tell({ type: 'source-tile', tile, facts, samples: held.samples });
    return {
      held,
      uses: 0,
      forget: () => this.engine.tell({ type: 'drop-source-tiles', tiles: [tile] }),
    };
  }

  private async bringPainted(hash: BlobHash): Promise<Entry | null> {
    if (!(await this.blobs.has(hash))) return null;
    const decoded = decodePaintedTile(await this.blobs.read(hash));
    const held = this.engine.memory.words(decoded.length);
    held.samples.set(decoded);
    this.engine.tell({ type: 'tile', hash, pairs: held.samples });
    return {
      held,
      uses: 0,
      forget: () => this.engine.tell({ type: 'drop-tiles', hashes: [hash] }),
    };
  }
}

function keyOf({ source, level, column, row }: SourceTile): string {
  return `${source}/${level}/${column},${row}`;
}
