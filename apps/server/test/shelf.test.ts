import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SourceDto } from '../src/sources/source.dto';
import { oneLayer } from './support/documents';
import { type ProblemBody, TestServer } from './support/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.end());

function grey(shade: number): Promise<Buffer> {
  const background = { r: shade, g: shade, b: shade };
  return sharp({ create: { width: 20, height: 10, channels: 3, background } })
    .png()
    .toBuffer();
}

const change = (hash: string, to: object) =>
  server.ask<SourceDto & ProblemBody>('PATCH', `sources/${hash}`, to);

describe('the order of the shelf', () => {
  it('is kept: what a source is for, what its rights allow, its collections', async () => {
    const { hash } = await server.bringIn('grey.png', await grey(100));
    const [fresh] = (await server.ask<SourceDto[]>('GET', 'sources')).body;
    expect(fresh).toMatchObject({
      kind: 'picture',
      terms: 'free',
      collections: [],
      offShelf: false,
    });
    const said = { kind: 'tip', terms: 'credited', collections: ['Tips', 'Shoot 3'] };
    expect((await change(hash, said)).status).toBe(200);
    await server.kill();
    server = await server.again();
    expect((await server.ask('GET', `sources/${hash}`)).body).toMatchObject(said);
  });

  it('refuses what it does not know, and leaves what was there', async () => {
    const { hash } = await server.bringIn('other.png', await grey(120));
    for (const wrong of [
      { kind: 'film' },
      { terms: 'maybe' },
      { collections: ['same', 'same'] },
      { collections: [''] },
      { offShelf: 'yes' },
    ]) {
      const { status, body } = await change(hash, wrong);
      expect(status, JSON.stringify(wrong)).toBe(400);
      expect(body.detail).toContain(Object.keys(wrong)[0]);
    }
    const { body } = await server.ask('GET', `sources/${hash}`);
    expect(body).toMatchObject({ kind: 'picture', terms: 'free', collections: [] });
  });

  it('takes off what nothing uses, and says who uses what stays', async () => {
    const used = await server.bringIn('used.png', await grey(140));
    const { document } = await server.compose(oneLayer(used));
    const kept = await change(used.hash, { offShelf: true });
    expect(kept.status).toBe(409);
    expect(kept.body.detail).toContain(document.title);

    const free = await server.bringIn('free.png', await grey(160));
    expect((await change(free.hash, { offShelf: true })).body.offShelf).toBe(true);
    expect((await change(free.hash, { offShelf: false })).body.offShelf).toBe(false);
    // Brought in again, it is on the shelf again.
    await change(free.hash, { offShelf: true });
    await server.bringIn('free.png', await grey(160));
    expect((await server.ask('GET', `sources/${free.hash}`)).body).toMatchObject({
      offShelf: false,
    });
  });
});
