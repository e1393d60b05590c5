import { createHash } from 'node:crypto';
import { goTo, type HistoryEntry, newComposition } from '@diplex/document';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SourceDto } from '../src/sources/source.dto';
import { oneLayer, opacityStep, photoLayer } from './support/documents';
import { type Loaded, type ProblemBody, TestServer } from './support/test-server';

let server: TestServer;
let source: SourceDto;
beforeAll(async () => {
  server = await TestServer.start();
  const grey = { width: 30, height: 20, channels: 3 as const, background: '#808080' };
  source = await server.bringIn('grey.png', await sharp({ create: grey }).png().toBuffer());
});
afterAll(() => server.end());

describe('compositions', () => {
  it('keep their history, so that undo goes on after a restart', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const first = opacityStep(document, 0.5);
    const second = opacityStep(first.document, 0.25);
    expect((await server.append(id, 1, 0, [first.entry, second.entry])).body.revision).toBe(2);
    const back = { revision: 2, history: { keep: 2, append: [], position: 1 } };
    expect((await server.ask('PATCH', `compositions/${id}`, back)).status).toBe(200);
    await server.kill();
    server = await server.again();
    const { body } = await server.ask<Loaded>('GET', `compositions/${id}`);
    expect(body.document.layers.a?.opacity).toBe(0.5);
    expect(body.history.entries).toEqual([first.entry, second.entry]);
    expect(body.history.position).toBe(1);
  });

  it('refuse a stale save, say what is there now, and change nothing', async () => {
    const { id, document } = await server.compose(oneLayer(source, 'Poster'));
    const mine = opacityStep(document, 0.5);
    const theirs = opacityStep(document, 0.3);
    await server.append(id, 1, 0, [mine.entry]);
    const { status, body } = await server.append(id, 1, 0, [theirs.entry]);
    expect(status).toBe(409);
    expect(body).toMatchObject({ type: '/problems/stale-revision', revision: 2 });
    expect(body.detail).toContain('Poster');
    const now = await server.ask<Loaded>('GET', `compositions/${id}`);
    expect(now.body.document.layers.a?.opacity).toBe(0.5);
  });

  it('let only one of many saves at the same moment through', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const saves = [0.1, 0.2, 0.3, 0.4, 0.5].map((opacity) =>
      server.append(id, 1, 0, [opacityStep(document, opacity).entry]),
    );
    const statuses = (await Promise.all(saves)).map((answer) => answer.status);
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 409)).toHaveLength(4);
    const { body } = await server.ask<Loaded>('GET', `compositions/${id}`);
    expect(body.history.entries).toHaveLength(1);
  });

  it('say where a document is wrong', async () => {
    const document = { ...oneLayer(source), layers: { a: { ...photoLayer(source), opacity: 3 } } };
    const { status, body } = await server.ask<ProblemBody>('POST', 'compositions', { document });
    expect(status).toBe(422);
    expect(body.problems).toEqual([expect.objectContaining({ where: 'layers.a.opacity' })]);
  });

  it('refuse patches that lead to an invalid document or out of it', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const { entry } = opacityStep(document, 0.5);
    const spoiled = (patch: unknown) =>
      server.append(id, 1, 0, [{ ...entry, patches: [patch] } as HistoryEntry]);
    const beyond = await spoiled({ op: 'replace', path: ['layers', 'a', 'opacity'], value: 7 });
    expect(beyond.status).toBe(422);
    const nowhere = await spoiled({ op: 'replace', path: ['layers', 'x', 'opacity'], value: 1 });
    expect(nowhere.status).toBe(422);
    const hostile = await spoiled({ op: 'add', path: ['__proto__', 'admin'], value: true });
    expect(hostile.status).toBe(400);
    const { body } = await server.ask<Loaded>('GET', `compositions/${id}`);
    expect(body).toMatchObject({ revision: 1, document });
  });

  it('may only name pixels that are here', async () => {
    const layer = photoLayer({ ...source, hash: 'e'.repeat(64) });
    const document = { ...oneLayer(source), layers: { a: layer } };
    const { status, body } = await server.ask<ProblemBody>('POST', 'compositions', { document });
    expect(status).toBe(422);
    expect(body.type).toBe('/problems/missing-pixels');
  });

  it('can be deleted and brought back', async () => {
    const { id } = await server.compose(oneLayer(source, 'Twice there'));
    const titles = async () =>
      (await server.ask<{ title: string }[]>('GET', 'compositions')).body.map(({ title }) => title);
    expect((await server.ask('DELETE', `compositions/${id}`, { revision: 1 })).status).toBe(200);
    expect(await titles()).not.toContain('Twice there');
    expect((await server.ask('GET', `compositions/${id}`)).status).toBe(404);
    await server.ask('PATCH', `compositions/${id}`, { revision: 1, deleted: false });
    expect(await titles()).toContain('Twice there');
  });

  it('are copied with their history', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    await server.append(id, 1, 0, [opacityStep(document, 0.5).entry]);
    const made = await server.ask<{ id: string }>('POST', 'compositions', {
      copyOf: id,
      title: 'B',
    });
    const { body } = await server.ask<Loaded>('GET', `compositions/${made.body.id}`);
    expect(body.document).toMatchObject({ title: 'B', layers: { a: { opacity: 0.5 } } });
    expect(body.history.entries).toHaveLength(1);
  });

  it('of earlier schemas open with the history that led to them, which goes on from there', async () => {
    const { hash, width, height } = source;
    const layer = {
      ...{ id: 'a', kind: 'photo', name: 'Keeper', shown: true, locked: false, opacity: 0.5 },
      ...{ blending: 'normal', placement: photoLayer(source).placement, source: hash },
      ...{ size: { width, height }, maskUse: null },
    };
    const canvas = { width, height, profile: 'srgb', surround: 38 };
    const document = {
      schema: 4,
      title: 'Old',
      canvas,
      mixIn: 'light',
      layers: [layer],
      masks: [],
    };
    const patch = (value: number) => [{ op: 'replace', path: ['layers', 0, 'opacity'], value }];
    const entry = {
      ...{ id: 'e', operation: 'setOpacity', words: 'Opacity', at: new Date(0).toISOString() },
      ...{ patches: patch(0.5), inverse: patch(1) },
    };
    const start = { document, history: { entries: [entry], position: 1 } };
    const made = await server.ask<{ id: string }>('POST', 'compositions', start);
    expect(made.status).toBe(201);
    const { body } = await server.ask<Loaded>('GET', `compositions/${made.body.id}`);
    expect(body.document.layers.a?.opacity).toBe(0.5);
    const undone = goTo(body.document, body.history, 0).composition;
    expect(undone.layers.a?.opacity).toBe(1);
    const next = opacityStep(body.document, 0.2);
    await server.append(made.body.id, 1, 1, [next.entry]);
    const then = await server.ask<Loaded>('GET', `compositions/${made.body.id}`);
    expect(then.body.history.entries).toHaveLength(2);
    const first = goTo(then.body.document, then.body.history, 0).composition;
    expect(first).toEqual(undone);
  });

  it('have thumbnails that follow them', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const before = await server.bytes(`compositions/${id}/thumbnail`);
    await server.append(id, 1, 0, [opacityStep(document, 0.2).entry]);
    const after = await server.bytes(`compositions/${id}/thumbnail`);
    expect((await sharp(before).metadata()).width).toBe(30);
    expect(Buffer.compare(before, after)).not.toBe(0);
  });

  it.each([
    ['canvas.width', { canvas: { width: 0, height: 10 } }],
    ['canvas.width', { canvas: { width: 1e9, height: 10 } }],
    ['surprise', { canvas: { width: 5, height: 5 }, surprise: 1 }],
  ])('refuse a new one with a wrong %s', async (where, start) => {
    const { status, body } = await server.ask<ProblemBody>('POST', 'compositions', start);
    expect(status).toBe(400);
    expect(body.detail).toContain(where);
  });
});

describe('blobs', () => {
  const put = (hash: string, bytes: Uint8Array) =>
    fetch(`${server.address}/api/blobs/${hash}`, { method: 'PUT', body: new Uint8Array(bytes) });

  it('come back byte for byte, and are new only once', async () => {
    const bytes = Buffer.from('some bytes of a tile');
    const hash = createHash('sha256').update(bytes).digest('hex');
    expect((await put(hash, bytes)).status).toBe(201);
    expect((await put(hash, bytes)).status).toBe(200);
    expect(await server.bytes(`blobs/${hash}`)).toEqual(bytes);
  });

  it('are refused under a wrong name', async () => {
    const hash = createHash('sha256').update('other').digest('hex');
    const response = await put(hash, Buffer.from('bytes'));
    expect(response.status).toBe(422);
    expect((await server.ask('GET', `blobs/${hash}`)).status).toBe(404);
    expect((await put('nothing', Buffer.from('x'))).status).toBe(400);
  });
});

describe('requests from elsewhere', () => {
  it('are refused by origin and by host', async () => {
    const body = JSON.stringify(newComposition('X', { width: 5, height: 5 }));
    const headers = { 'Content-Type': 'application/json', Origin: 'http://elsewhere.example' };
    const init = { method: 'POST', headers, body };
    expect((await fetch(`${server.address}/api/compositions`, init)).status).toBe(403);
    const port = new URL(server.address).port;
    const { request } = await import('node:http');
    const status = await new Promise((resolve) => {
      const host = { Host: 'rebound.example' };
      const options = { host: '127.0.0.1', port, path: '/api/compositions', headers: host };
      request(options, (response) => resolve(response.statusCode)).end();
    });
    expect(status).toBe(403);
  });

  it('leave the server listening on loopback alone', async () => {
    expect(new URL(server.address).hostname).toBe('127.0.0.1');
    const { body } = await server.ask<{ paths: object }>('GET', 'openapi.json');
    expect(Object.keys(body.paths)).toContain('/api/compositions/{id}/deliveries');
  });
});
