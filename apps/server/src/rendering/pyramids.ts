import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import {
  cutTile,
  levelCount,
  levelSize,
  SOURCE_TILE,
  type SourceLevel,
  type TilePlace,
  tileRect,
  tilesUnder,
} from '@diplex/core';
import { nameOfSource, type Profile } from '@diplex/document';
import type { Engine } from '@diplex/engine';
import { Inject, Injectable } from '@nestjs/common';
import sharp from 'sharp';
import { CONFIGURATION, type Configuration } from '../configuration';
import { readFacts, readPixels } from '../sources/read-picture';
import { readWidePixels } from '../sources/read-wide-pixels';
import { BlobStore } from '../storage/blob-store';
import type { SourceRecord } from '../storage/entities/source-record';
import { ENGINE } from './engine.provider';

/** It is written last: where it is, all levels are. */
const THUMBNAIL_FILE = 'thumbnail.webp';

/** The longest side of a source's thumbnail. */
const THUMBNAIL = 360;

/** A source as it is read: its pixels in one of the profiles that compositions have. */
export interface ReadSource
  extends Pick<SourceRecord, 'hash' | 'name' | 'width' | 'height' | 'channels' | 'bits'> {
  readonly space: Profile;
}

/** Other profiles than sRGB have 16 bits, so that nothing is lost on the way into them. */
export function sourceIn(record: SourceRecord, space: Profile): ReadSource {
  const { hash, name, width, height, channels, bits } = record;
  return { hash, name, width, height, channels, bits: space === 'srgb' ? bits : 16, space };
}

/**
 * The pyramids of sources as files of raw samples: `tiles/<name of its pixels>/<level>`, the tiles of a level one
 * after the other, row by row. They follow from the source alone and are made again when they are
 * missing.
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
    this.folder = join(configuration.data, 'tiles');
  }

  /** Computes all levels from decoded pixels and puts them in place together. */
  async make(name: string, pixels: SourceLevel): Promise<void> {
    const draft = join(this.configuration.data, 'incoming', randomUUID());
    await mkdir(draft, { recursive: true });
    try {
      let level = pixels;
      const count = levelCount(pixels.width, pixels.height);
      for (let at = 0; at < count; at++) {
        if (at > 0) level = await this.engine.run('halve-level', { from: level });
        await writeTiles(join(draft, String(at)), level);
      }
      await writeFile(join(draft, THUMBNAIL_FILE), await thumbnailOf(level));
      await mkdir(this.folder, { recursive: true });
      await rm(join(this.folder, name), { recursive: true, force: true });
      await rename(draft, join(this.folder, name));
    } finally {
      await rm(draft, { recursive: true, force: true });
    }
  }

  /** A stream of a tile's samples, and their length in bytes. */
  async stream(
    source: ReadSource,
    level: number,
    place: TilePlace,
  ): Promise<{ bytes: number; body: Readable }> {
    await this.ensure(source);
    const { start, bytes } = tileRange(source, level, place);
    const path = this.pathOf(source, String(level));
    return { bytes, body: createReadStream(path, { start, end: start + bytes - 1 }) };
  }

  /** How many bytes a tile has. */
  tileBytes(source: ReadSource, level: number, place: TilePlace): number {
    return tileRange(source, level, place).bytes;
  }

  /** Reads a tile's samples into memory of `tileBytes` bytes. */
  async readInto(
    source: ReadSource,
    level: number,
    place: TilePlace,
    into: Uint8Array,
  ): Promise<void> {
    await this.ensure(source);
    const { start, bytes } = tileRange(source, level, place);
    const file = await open(this.pathOf(source, String(level)));
    try {
      for (let done = 0; done < bytes; ) {
        const { bytesRead } = await file.read(into, done, bytes - done, start + done);
        if (bytesRead === 0) throw new Error(`The pyramid of ${source.name} is cut short.`);
        done += bytesRead;
      }
    } finally {
      await file.close();
    }
  }

  async thumbnail(record: SourceRecord): Promise<Buffer> {
    const source = sourceIn(record, 'srgb');
    await this.ensure(source);
    return readFile(this.pathOf(source, THUMBNAIL_FILE));
  }

  private pathOf(source: ReadSource, file: string): string {
    return join(this.folder, pixelsOf(source), file);
  }

  private async ensure(source: ReadSource): Promise<void> {
    const there = await stat(this.pathOf(source, THUMBNAIL_FILE)).catch(() => null);
    if (there) return;
    const name = pixelsOf(source);
    const running = this.making.get(name) ?? this.makeFromBlob(source);
    this.making.set(name, running);
    await running.finally(() => this.making.delete(name));
  }

  private async makeFromBlob(source: ReadSource): Promise<void> {
    const path = this.blobs.pathOf(source.hash);
    const facts = await readFacts(path, source.name, Number.POSITIVE_INFINITY);
    const read = source.space === 'srgb' ? readPixels : readWidePixels;
    await this.make(pixelsOf(source), await read(path, source.name, facts));
  }
}

function pixelsOf({ hash, space }: ReadSource): string {
  return nameOfSource({ source: hash, profile: space });
}

/** Where in a level's file a tile lies. */
function tileRange(
  { width, height, channels, bits }: ReadSource,
  level: number,
  { column, row }: TilePlace,
): { start: number; bytes: number } {
  const size = levelSize(width, height, level);
  const rect = tileRect(size, column, row);
  const pixel = channels * (bits / 8);
  const before = row * SOURCE_TILE * size.width + column * SOURCE_TILE * rect.height;
  return { start: before * pixel, bytes: rect.width * rect.height * pixel };
}

async function writeTiles(path: string, level: SourceLevel): Promise<void> {
  const file = await open(path, 'w');
  try {
    for (const { column, row } of tilesUnder(level, { x: 0, y: 0, ...level })) {
      const samples = cutTile(level, column, row);
      await file.write(new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength));
    }
  } finally {
    await file.close();
  }
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
