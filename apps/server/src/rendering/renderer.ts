import { neededPixels } from '@diplex/core';
import type { Composition } from '@diplex/document';
import { allocateBytes, type Engine } from '@diplex/engine';
import { decodePaintedTile } from '@diplex/formats';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { BlobStore } from '../storage/blob-store';
import { SourceRecord } from '../storage/entities/source-record';
import { ENGINE } from './engine.provider';
import { Pyramids } from './pyramids';

/** Pixels kept with the workers between renderings, at most. */
const KEPT_BYTES = 1.5 * 2 ** 30;

/** Rows are rendered in bands of about this many pixels. */
const BAND_PIXELS = 200_000;

export interface RenderOptions {
  readonly scale: number;
  readonly bits: 8 | 16;
  readonly signal?: AbortSignal;
  readonly onProgress?: (share: number) => void;
}

/** Straight, encoded RGBA in plain memory. */
export interface RenderedPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
}

/** Renders whole compositions in the worker threads. */
@Injectable()
export class Renderer implements OnApplicationShutdown {
  private readonly told = new Set<string>();
  private toldBytes = 0;
  private compositions = 0;
  /** One rendering at a time: a second could otherwise sweep away the pixels of the first. */
  private line: Promise<unknown> = Promise.resolve();

  constructor(
    @Inject(ENGINE) private readonly engine: Engine,
    @Inject(Pyramids) private readonly pyramids: Pyramids,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(MikroORM) private readonly orm: MikroORM,
  ) {}

  onApplicationShutdown(): void {
    this.engine.close();
  }

  /** The extent of a composition at a scale, in whole pixels. */
  extent(composition: Composition, scale: number): { width: number; height: number } {
    return {
      width: Math.max(1, Math.round(composition.canvas.width * scale)),
      height: Math.max(1, Math.round(composition.canvas.height * scale)),
    };
  }

  render(composition: Composition, options: RenderOptions): Promise<RenderedPicture> {
    const run = this.line.then(() => this.renderNow(composition, options));
    this.line = run.catch(() => undefined);
    return run;
  }

  private async renderNow(
    composition: Composition,
    { scale, bits, signal, onProgress }: RenderOptions,
  ): Promise<RenderedPicture> {
    await this.supply(composition, scale);
    const key = ++this.compositions;
    this.engine.tell({ type: 'composition', key, composition });
    const { width, height } = this.extent(composition, scale);
    const memory = allocateBytes(width * height * 4 * (bits / 8));
    const rows = Math.max(1, Math.ceil(BAND_PIXELS / width));
    let done = 0;
    const bands = Array.from({ length: Math.ceil(height / rows) }, async (_, band) => {
      const y = band * rows;
      const count = Math.min(rows, height - y);
      const region = { x: 0, y, width, height: count };
      const start = y * width * 4 * (bits / 8);
      const into =
        bits === 16
          ? new Uint16Array(memory, start, count * width * 4)
          : new Uint8Array(memory, start, count * width * 4);
      await this.engine.run('render-rows', { composition: key, region, scale, into }, { signal });
      done += count;
      onProgress?.(done / height);
    });
    const settled = await Promise.allSettled(bands);
    const failed = settled.find((each) => each.status === 'rejected');
    if (failed) throw failed.reason;
    const plain = new Uint8Array(new Uint8Array(memory));
    const data = bits === 16 ? new Uint16Array(plain.buffer) : plain;
    return { width, height, data };
  }

  /** Brings the pixels that a rendering needs to the workers. */
  private async supply(composition: Composition, scale: number): Promise<void> {
    if (this.toldBytes > KEPT_BYTES) {
      this.engine.tell({ type: 'forget' });
      this.told.clear();
      this.toldBytes = 0;
    }
    const needed = neededPixels(composition, scale);
    const em = this.orm.em.fork();
    for (const { source, level } of needed.levels) {
      const key = `${source}/${level}`;
      if (this.told.has(key)) continue;
      const record = await em.findOne(SourceRecord, { hash: source });
      if (!record) continue;
      const pixels = await this.pyramids.read(record, level);
      this.engine.tell({ type: 'level', source, level, pixels });
      this.remember(key, pixels.data.byteLength);
    }
    for (const hash of needed.tiles) {
      if (this.told.has(hash) || !(await this.blobs.has(hash))) continue;
      const decoded = decodePaintedTile(await this.blobs.read(hash));
      const pairs = new Uint16Array(allocateBytes(decoded.byteLength));
      pairs.set(decoded);
      this.engine.tell({ type: 'tile', hash, pairs });
      this.remember(hash, pairs.byteLength);
    }
  }

  private remember(key: string, bytes: number): void {
    this.told.add(key);
    this.toldBytes += bytes;
  }
}
