import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { access, mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** A file on its way in, complete and hashed, not yet part of the store. */
export interface Incoming {
  readonly path: string;
  readonly hash: string;
  readonly bytes: number;
}

/** More bytes came than the limit allows. */
export class TooManyBytes extends Error {
  override readonly name = 'TooManyBytes';
}

async function syncToDisk(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/**
 * Files named by the SHA-256 of their bytes. A file is written beside the store, synced, and moved
 * in under its name: a blob is there whole or not at all, and never changes.
 */
export class BlobStore {
  private readonly folder: string;
  private readonly incoming: string;

  constructor(data: string) {
    this.folder = join(data, 'blobs');
    this.incoming = join(data, 'incoming');
  }

  /** Makes the folders, and to tidy up sweeps away what an earlier run left half-done. */
  async open(rest: 'tidy' | 'leave'): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    await mkdir(this.incoming, { recursive: true });
    if (rest === 'leave') return;
    for (const name of await readdir(this.incoming)) {
      await rm(join(this.incoming, name), { recursive: true, force: true });
    }
  }

  pathOf(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new RangeError('Not a SHA-256.');
    return join(this.folder, hash.slice(0, 2), hash.slice(2));
  }

  async has(hash: string): Promise<boolean> {
    return access(this.pathOf(hash)).then(
      () => true,
      () => false,
    );
  }

  async size(hash: string): Promise<number> {
    return (await stat(this.pathOf(hash))).size;
  }

  read(hash: string): Promise<Buffer> {
    return readFile(this.pathOf(hash));
  }

  stream(hash: string): Readable {
    return createReadStream(this.pathOf(hash));
  }

  /** Takes a stream in; the caller keeps or discards what comes of it. Throws TooManyBytes. */
  async receive(stream: Readable, limit: number): Promise<Incoming> {
    const path = join(this.incoming, randomUUID());
    const digest = createHash('sha256');
    let bytes = 0;
    const measure = new Transform({
      transform(chunk: Buffer, _, done) {
        bytes += chunk.length;
        // What is too much is read and thrown away, so that the files behind it still arrive.
        if (bytes > limit) return done();
        digest.update(chunk);
        done(null, chunk);
      },
      flush(done) {
        done(bytes > limit ? new TooManyBytes(`More than ${limit} bytes.`) : null);
      },
    });
    try {
      await pipeline(stream, measure, createWriteStream(path));
    } catch (error) {
      await rm(path, { force: true });
      throw error;
    }
    return { path, hash: digest.digest('hex'), bytes };
  }

  /** Moves a received file in under its hash. */
  async keep(incoming: Incoming): Promise<void> {
    const target = this.pathOf(incoming.hash);
    if (await this.has(incoming.hash)) return this.discard(incoming);
    await syncToDisk(incoming.path);
    await mkdir(dirname(target), { recursive: true });
    await rename(incoming.path, target);
    await syncToDisk(dirname(target));
  }

  async discard(incoming: Incoming): Promise<void> {
    await rm(incoming.path, { force: true });
  }
}
