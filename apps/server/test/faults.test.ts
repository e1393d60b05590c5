import { createHash } from 'node:crypto';
import {
  appendFileSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { detailsOf } from '../src/problems/problem-filter';
import { formatOf, promisedFormat } from '../src/sources/picture-formats';
import { BlobStore, TooManyBytes } from '../src/storage/blob-store';
import { oneLayer } from './support/documents';
import { type ProblemBody, TestServer } from './support/test-server';

describe('the blob store', () => {
  let data: string;
  let store: BlobStore;
  beforeEach(async () => {
    data = mkdtempSync(join(tmpdir(), 'diplex-blobs-'));
    store = new BlobStore(data);
    await store.open('tidy');
  });
  afterEach(() => rmSync(data, { recursive: true, force: true }));

  const sha = (text: string) => createHash('sha256').update(text).digest('hex');
  const incoming = () => readdirSync(join(data, 'incoming'));

  it('keeps what it received under its hash, once', async () => {
    const first = await store.receive(Readable.from([Buffer.from('ab'), Buffer.from('c')]), 10);
    expect(first).toMatchObject({ hash: sha('abc'), bytes: 3 });
    await store.keep(first);
    expect((await store.read(sha('abc'))).toString()).toBe('abc');
    await store.keep(await store.receive(Readable.from([Buffer.from('abc')]), 10));
    expect(incoming()).toEqual([]);
  });

  it('leaves nothing of a stream that breaks off or is too long', async () => {
    const broken = Readable.from(
      (async function* () {
        yield Buffer.from('begun');
        throw new Error('The cable was pulled.');
      })(),
    );
    await expect(store.receive(broken, 100)).rejects.toThrow('cable');
    const long = store.receive(Readable.from([Buffer.alloc(60), Buffer.alloc(60)]), 100);
    await expect(long).rejects.toThrow(TooManyBytes);
    expect(incoming()).toEqual([]);
    expect(readdirSync(join(data, 'blobs'))).toEqual([]);
  });

  it('sweeps away what an earlier run left half-done', async () => {
    writeFileSync(join(data, 'incoming', 'half'), 'half a file');
    await store.open('tidy');
    expect(incoming()).toEqual([]);
  });

  it('takes only hashes for names', () => {
    expect(() => store.pathOf('../../etc/passwd')).toThrow(RangeError);
  });
});

describe('what a file is', () => {
  it.each([
    ['JPEG', [0xff, 0xd8, 0xff, 0xe0]],
    ['PNG', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
    ['TIFF', [0x49, 0x49, 0x2a, 0x00]],
    ['TIFF', [0x4d, 0x4d, 0x00, 0x2a]],
    [null, [0x3c, 0x73, 0x76, 0x67]],
    [null, []],
  ])('%s is told by its first bytes', (name, bytes) => {
    expect(formatOf(Buffer.from(bytes))).toBe(name);
  });

  it('is promised by its ending, in any case', () => {
    expect(promisedFormat('A.JPG')).toBe('JPEG');
    expect(promisedFormat('b.tiff')).toBe('TIFF');
    expect(promisedFormat('no ending')).toBeNull();
  });
});

describe('what is said of a failure', () => {
  it('names a full disk, and says that what was saved is safe', () => {
    const details = detailsOf(new Error('ENOSPC: no space left on device, write'));
    expect(details).toMatchObject({ status: 507, type: '/problems/disk-full' });
    expect(details.detail).toContain('safe');
  });

  it('gives nothing of the inside away', () => {
    const details = detailsOf(new Error('select * from source where secret'));
    expect(details.status).toBe(500);
    expect(JSON.stringify(details)).not.toContain('select');
  });
});

describe('a damaged data folder', () => {
  it('makes missing pyramids again, and names a source whose file was damaged', async () => {
    let server = await TestServer.start();
    try {
      const noise = { type: 'gaussian' as const, mean: 128, sigma: 40 };
      const create = { width: 700, height: 500, channels: 3 as const, background: '#888', noise };
      const source = await server.bringIn('noise.png', await sharp({ create }).png().toBuffer());
      const level = await server.bytes(`sources/${source.hash}/levels/1/tiles/0/0`);
      await server.kill();
      rmSync(join(server.data, 'tiles'), { recursive: true });
      server = await server.again();
      expect(await server.bytes(`sources/${source.hash}/levels/1/tiles/0/0`)).toEqual(level);

      const { id } = await server.compose(oneLayer(source));
      await server.kill();
      rmSync(join(server.data, 'tiles'), { recursive: true });
      truncateSync(join(server.data, 'blobs', source.hash.slice(0, 2), source.hash.slice(2)), 5000);
      server = await server.again();
      const path = `sources/${source.hash}/levels/0/tiles/1/0`;
      const { status, body } = await server.ask<ProblemBody>('GET', path);
      expect(status).toBe(422);
      expect(body.detail).toContain('noise.png is damaged');
      // The composition itself is as it was.
      expect((await server.ask('GET', `compositions/${id}`)).status).toBe(200);
    } finally {
      await server.end();
    }
  });

  it('does not start on a database that is none, and says so', async () => {
    const data = mkdtempSync(join(tmpdir(), 'diplex-broken-'));
    appendFileSync(join(data, 'diplex.sqlite'), 'This is not a database. '.repeat(100));
    await expect(TestServer.start({}, data)).rejects.toThrow(/not a database/i);
    rmSync(data, { recursive: true, force: true });
  });
});

describe('a broken upload', () => {
  it('changes nothing, and the server goes on', async () => {
    const server = await TestServer.start();
    try {
      const headers = { 'Content-Type': 'multipart/form-data; boundary=x' };
      const cut =
        '--x\r\nContent-Disposition: form-data; name="files"; filename="a.png"\r\n\r\nhalf';
      const init = { method: 'POST', headers, body: cut };
      const response = await fetch(`${server.address}/api/sources`, init);
      expect(response.status).toBe(400);
      expect(((await response.json()) as ProblemBody).detail).toContain('upload');
      const plain = await fetch(`${server.address}/api/sources`, { method: 'POST', body: 'text' });
      expect(plain.status).toBe(400);
      const broken = {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: '{"a',
      };
      expect((await fetch(`${server.address}/api/compositions`, broken)).status).toBe(400);
      expect((await server.ask<unknown[]>('GET', 'sources')).body).toEqual([]);
      expect(readdirSync(join(server.data, 'incoming'))).toEqual([]);
    } finally {
      await server.end();
    }
  });
});
