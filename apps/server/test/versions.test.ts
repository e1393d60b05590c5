import { newComposition } from '@diplex/document';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SourceDto } from '../src/sources/source.dto';
import type { VersionDto } from '../src/versions/version.dto';
import { oneLayer, opacityStep } from './support/documents';
import { type ProblemBody, TestServer } from './support/test-server';

let server: TestServer;
let source: SourceDto;
beforeAll(async () => {
  server = await TestServer.start();
  const grey = { width: 30, height: 20, channels: 3 as const, background: '#808080' };
  source = await server.bringIn('grey.png', await sharp({ create: grey }).png().toBuffer());
});
afterAll(() => server.end());

const versionsOf = async (id: string) =>
  (await server.ask<VersionDto[]>('GET', `compositions/${id}/versions`)).body;

describe('versions', () => {
  it('keep a state under a name, whatever becomes of the composition, and after a restart', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const kept = { name: 'For the client', document };
    const { status, body } = await server.ask<VersionDto>(
      'POST',
      `compositions/${id}/versions`,
      kept,
    );
    expect(status).toBe(201);
    await server.append(id, 1, 0, [opacityStep(document, 0.5).entry]);
    await server.kill();
    server = await server.again();
    const [found] = await versionsOf(id);
    expect(found).toMatchObject({ id: body.id, name: 'For the client' });
    expect(found?.document.layers.a?.opacity).toBe(1);
  });

  it('are listed newest first, renamed and taken away', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    for (const name of ['one', 'two']) {
      await server.ask('POST', `compositions/${id}/versions`, { name, document });
    }
    const [two] = await versionsOf(id);
    expect(two?.name).toBe('two');
    await server.ask('PATCH', `versions/${two?.id}`, { name: 'second' });
    expect((await versionsOf(id)).map(({ name }) => name)).toEqual(['second', 'one']);
    expect((await server.ask('DELETE', `versions/${two?.id}`)).status).toBe(200);
    expect((await versionsOf(id)).map(({ name }) => name)).toEqual(['one']);
    expect((await server.ask('DELETE', `versions/${two?.id}`)).status).toBe(404);
  });

  it('are refused with reasons, and nothing is kept', async () => {
    const { id, document } = await server.compose(oneLayer(source));
    const ask = (body: object) =>
      server.ask<ProblemBody>('POST', `compositions/${id}/versions`, body);
    expect((await ask({ name: '', document })).status).toBe(400);
    const broken = { ...document, layers: { a: { ...document.layers.a, opacity: 7 } } };
    const wrong = await ask({ name: 'wrong', document: broken });
    expect(wrong.status).toBe(422);
    expect(wrong.body.detail).toContain('layers.a.opacity');
    const elsewhere = JSON.parse(JSON.stringify(document).replaceAll(source.hash, 'f'.repeat(64)));
    expect((await ask({ name: 'elsewhere', document: elsewhere })).body.type).toBe(
      '/problems/missing-pixels',
    );
    expect(await versionsOf(id)).toEqual([]);
    const nowhere = { name: 'x', document: newComposition('x', { width: 9, height: 9 }) };
    expect((await server.ask('POST', 'compositions/nothing/versions', nowhere)).status).toBe(404);
  });
});
