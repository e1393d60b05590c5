import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { levelCount, levelSize, type SourceLevel } from '@diplex/core';
import { allocateBytes, type Engine } from '@diplex/engine';
import { Inject, Injectable } from '@nestjs/common';
import sharp from 'sharp';
import { CONFIGURATION, type Configuration } from '../configuration';
import { readFacts, readPixels } from '../sources/read-picture';
import { BlobStore } from '../storage/blob-store';
import type { SourceRecord } from '../storage/entities/source-record';
import { ENGINE } from './engine.provider';

/** The longest side of a source's thumbnail. */
const THUMBNAIL = 360;

/**
 * The pyramids of sources as files of raw samples: `levels/<hash>/<level>`. They follow from the
 * source alone and are made again when they are missing.
 */
@Injectable()
export class Pyramids {
  private readonly folder: string;
  private readonly making = new Map<string, Promise<void>>();

  constructor(
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(ENGINE) private readonly engine: Engine,
  ) {
    this.folder = join(configuration.data, 'levels');
  }

  /** Computes all levels from decoded pixels and puts them in place together. */
  async make(hash: string, pixels: SourceLevel): Promise<void> {
    const draft = join(this.configuration.data, 'incoming', randomUUID());
    await mkdir(draft, { recursive: true });
    try {
      let level = pixels;
      const count = levelCount(pixels.width, pixels.height);
      for (let at = 0; at < count; at++) {
        if (at > 0) level = await this.engine.run('halve-level', { from: level });
        await writeFile(join(draft, String(at)), bytesOf(level));
      }
      await writeFile(join(draft, 'thumbnail.webp'), await thumbnailOf(level));
      await mkdir(this.folder, { recursive: true });
      await rm(join(this.folder, hash), { recursive: true, force: true });
      await rename(draft, join(this.folder, hash));
    } finally {
      await rm(draft, { recursive: true, force: true });
    }
  }

  /** A level's extent, its length in bytes, and a stream of its samples. */
  async stream(source: SourceRecord, level: number): Promise<{ bytes: number; body: Readable }> {
    await this.ensure(source);
    const { width, height } = levelSize(source.width, source.height, level);
    const bytes = width * height * source.channels * (source.bits / 8);
    return { bytes, body: createReadStream(this.pathOf(source.hash, String(level))) };
  }

  async read(source: SourceRecord, level: number): Promise<SourceLevel> {
    await this.ensure(source);
    const file = await readFile(this.pathOf(source.hash, String(level)));
    const memory = allocateBytes(file.length);
    new Uint8Array(memory).set(file);
    const data = source.bits === 16 ? new Uint16Array(memory) : new Uint8Array(memory);
    const size = levelSize(source.width, source.height, level);
    return { ...size, channels: source.channels, data };
  }

  async thumbnail(source: SourceRecord): Promise<Buffer> {
    await this.ensure(source);
    return readFile(this.pathOf(source.hash, 'thumbnail.webp'));
  }

  private pathOf(hash: string, name: string): string {
    return join(this.folder, hash, name);
  }

  private async ensure(source: SourceRecord): Promise<void> {
    const there = await readFile(this.pathOf(source.hash, 'thumbnail.webp')).catch(() => null);
    if (there) return;
    const running = this.making.get(source.hash) ?? this.makeFromBlob(source);
    this.making.set(source.hash, running);
    await running.finally(() => this.making.delete(source.hash));
  }

  private async makeFromBlob(source: SourceRecord): Promise<void> {
    const path = this.blobs.pathOf(source.hash);
    const facts = await readFacts(path, source.name, Number.POSITIVE_INFINITY);
    await this.make(source.hash, await readPixels(path, source.name, facts));
  }
}

function bytesOf({ data }: SourceLevel): Uint8Array {
  return new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
}

async function thumbnailOf(level: SourceLevel): Promise<Buffer> {
  const { width, height, channels } = level;
  // Plain memory, since the encoder does not read shared memory.
  const data =
    level.data instanceof Uint16Array ? new Uint16Array(level.data) : new Uint8Array(level.data);
  return sharp(data, { raw: { width, height, channels } })
    .toColourspace('srgb')
    .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer();
}
