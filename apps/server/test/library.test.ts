import { readdirSync } from 'node:fs';
import { createServer, type Server, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { LibraryDto, LibraryItemsDto } from '../src/library/library.dto';
import type { ImportResultDto } from '../src/sources/source.dto';
import { type ProblemBody, TestServer } from './support/test-server';

/** A library of which a test says what it answers at each path. */
const answers = new Map<string, () => [type: string, body: string | Buffer, status?: number]>();
/** What answers in its own time. */
const slow = new Map<string, (response: ServerResponse) => void>();
let library: Server;
let server: TestServer;
let address: string;

const item = (id: string, licence: object) => ({
  ...{ id, title: `Title of ${id}`, creator: 'The studio', words: ['fire'], width: 20, height: 10 },
  licence: { name: 'Open', text: 'Anything.', credit: false, ...licence },
});
const json = (value: unknown) => () =>
  ['application/json', JSON.stringify(value)] as [string, string];

async function picture(shade: number): Promise<Buffer> {
  const background = { r: shade, g: 40, b: 40 };
  return sharp({ create: { width: 20, height: 10, channels: 3, background } })
    .png()
    .toBuffer();
}

async function offer(id: string, allows: readonly string[], credit: boolean, shade: number) {
  const bytes = await picture(shade);
  answers.set(`/items/${id}`, json(item(id, { allows, credit })));
  answers.set(`/items/${id}/file`, () => ['image/png', bytes]);
}

beforeAll(async () => {
  library = createServer((request, response) => {
    const takesTime = slow.get(request.url ?? '');
    if (takesTime) return takesTime(response);
    const [type, body, status = 200] = answers.get((request.url ?? '').split('?')[0] ?? '')?.() ?? [
      ...(['application/json', '{}', 404] as const),
    ];
    response.writeHead(status, { 'Content-Type': type });
    response.end(body);
  });
  await new Promise<void>((resolve) => library.listen(0, '127.0.0.1', resolve));
  const bound = library.address();
  address = `http://127.0.0.1:${typeof bound === 'object' ? bound?.port : ''}`;
  answers.set('/', json({ name: 'Tried' }));
  server = await TestServer.start({ DIPLEX_LIBRARY: address });
});
afterAll(async () => {
  library.close();
  await server.end();
});

const take = (id: string) =>
  server.ask<ImportResultDto & ProblemBody>('POST', `library/items/${id}`);

describe('the way to a library', () => {
  it('brings an element in with its credit, its licence and its address', async () => {
    await offer('fire', ['use', 'change', 'sell'], true, 200);
    const { body } = await take('fire');
    expect(body).toMatchObject({ outcome: 'added' });
    const kept = await server.ask('GET', `sources/${body.source?.hash}`);
    expect(kept.body).toMatchObject({
      ...{ title: 'Title of fire', credit: 'The studio', rights: 'Open', note: 'Anything.' },
      ...{ terms: 'credited', origin: `${address}/items/fire`, width: 20 },
    });
    // What was said of it here since is not said over.
    await server.ask('PATCH', `sources/${body.source?.hash}`, { title: 'Mine' });
    expect((await take('fire')).body).toMatchObject({
      outcome: 'known',
      source: { title: 'Mine' },
    });
  });

  it('says of what may not be changed or sold that it is not to be delivered', async () => {
    await offer('news', ['use'], true, 120);
    await offer('free', ['use', 'change', 'sell'], false, 90);
    expect((await take('news')).body.source?.terms).toBe('barred');
    expect((await take('free')).body.source?.terms).toBe('free');
  });

  it('looks for elements, and passes on what is asked', async () => {
    answers.set('/items', json({ items: [item('fire', { allows: ['use'] })] }));
    const { body } = await server.ask<LibraryItemsDto>('GET', 'library/items?words=fire&may=use');
    expect(body.items).toMatchObject([{ id: 'fire', licence: { allows: ['use'] } }]);
    expect((await server.ask('GET', 'library/items?may=steal')).status).toBe(400);
  });

  it('names the library and the remedy when what it answers cannot be used', async () => {
    const wrong: [string, string | Buffer, number?][] = [
      ['text/html', '<html></html>'],
      ['application/json', '{"items": [{"id": "../up"}]}'],
      ['application/json', '{"items": 7}'],
      ['application/json', '{}', 500],
      ['application/json', `{"items": [], "more": "${'x'.repeat(9 * 2 ** 20)}"}`],
    ];
    for (const each of wrong) {
      answers.set('/items', () => each);
      const { status, body } = await server.ask<ProblemBody>('GET', 'library/items');
      expect(status, each[1].slice(0, 40).toString()).toBe(502);
      expect(body.detail).toContain(address);
      expect(body.detail).toContain('Check its address');
    }
    answers.set('/items/broken', json(item('broken', { allows: ['use'] })));
    answers.set('/items/broken/file', () => ['image/png', Buffer.from('no picture')]);
    const { body } = await take('broken');
    expect(body).toMatchObject({
      outcome: 'refused',
      problem: { type: '/problems/not-a-picture' },
    });
    expect((await take('gone')).status).toBe(404);
  });

  it('can be called off while the file is still coming, and leaves nothing half-done', async () => {
    await offer('slow', ['use'], true, 60);
    const part = (await picture(60)).subarray(0, 20);
    const asked = new Promise<void>((resolve) => {
      slow.set('/items/slow/file', (response) => {
        response.writeHead(200, { 'Content-Type': 'image/png', 'Content-Length': '100000' });
        response.write(part);
        resolve();
      });
    });
    const stop = new AbortController();
    const taking = fetch(`${server.address}/api/library/items/slow`, {
      ...{ method: 'POST', signal: stop.signal },
    });
    await asked;
    stop.abort();
    await expect(taking).rejects.toThrow();
    const incoming = () => readdirSync(join(server.data, 'incoming'));
    await vi.waitFor(() => expect(incoming()).toEqual([]), { timeout: 10_000 });
    const titles = (await server.ask<{ title: string }[]>('GET', 'sources')).body;
    expect(titles.map(({ title }) => title)).not.toContain('Title of slow');
  });

  it('stays set to another address, and says when nothing answers there', async () => {
    const away = 'http://127.0.0.1:9';
    const { body } = await server.ask<LibraryDto>('PUT', 'library', { address: `${away}/` });
    expect(body).toEqual({ address: away, name: null });
    expect((await server.ask('PUT', 'library', { address: 'file:///etc' })).status).toBe(400);
    await server.kill();
    server = await server.again();
    const asked = await server.ask<ProblemBody>('GET', 'library/items');
    expect([asked.status, asked.body.type]).toEqual([502, '/problems/library-unreachable']);
    // All else goes on.
    expect((await server.ask('GET', 'sources')).status).toBe(200);
    await server.ask('PUT', 'library', { address });
    expect((await server.ask('GET', 'library')).body).toEqual({ address, name: 'Tried' });
  });
});
