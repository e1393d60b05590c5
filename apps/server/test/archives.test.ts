import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  addMask,
  type Composition,
  groupLayers,
  type HistoryEntry,
  laidOut,
  newComposition,
  newId,
  perform,
  placedAt,
  setOpacity,
} from '@diplex/document';
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenedDto } from '../src/archives/openings.controller';
import type { SourceDto } from '../src/sources/source.dto';
import { photoLayer } from './support/documents';
import { type Loaded, type ProblemBody, TestServer } from './support/test-server';

const WIDTH = 90;
const HEIGHT = 60;

let server: TestServer;
let elsewhere: TestServer;
let wall: SourceDto;
let lamp: SourceDto;
let made: Loaded;

function picture(seed: number, channels: 3 | 4): Promise<Buffer> {
  const data = Buffer.alloc(WIDTH * HEIGHT * channels);
  for (let i = 0; i < data.length; i++) data[i] = (i * seed + (i >> 4)) % 256;
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels } })
    .png()
    .toBuffer();
}

/** Two photographs in a group that is half opaque, one of them masked; with a step to go back. */
function scene(): { document: Composition; entries: HistoryEntry[] } {
  const far = { ...photoLayer(wall, 'far'), name: 'Wall' };
  const near = { ...photoLayer(lamp, 'near'), name: 'Lamp', blending: 'multiply' as const };
  const base = laidOut(newComposition('Two of them', { width: WIDTH, height: HEIGHT }), [
    far,
    near,
  ]);
  const mask = {
    ...{ id: newId(), name: 'Mask', startsFrom: 'empty' as const, feather: 3 },
    size: { width: WIDTH, height: HEIGHT },
    parts: [
      {
        ...{
          id: newId(),
          kind: 'oval' as const,
          name: 'Oval',
          shown: true,
          combine: 'add' as const,
        },
        ...{ feather: 0, inverted: false, x: 10, y: 8, width: 60, height: 40 },
      },
    ],
  };
  const masked = perform(base, addMask, { layer: 'near', mask }).composition;
  const grouped = perform(masked, groupLayers, { layers: ['near'], group: 'g', name: 'Lights' });
  const dimmed = perform(grouped.composition, setOpacity, { layer: 'g', opacity: 0.5 });
  return { document: dimmed.composition, entries: dimmed.entry ? [dimmed.entry] : [] };
}

beforeAll(async () => {
  [server, elsewhere] = await Promise.all([TestServer.start(), TestServer.start()]);
  wall = await server.bringIn('wall.png', await picture(7, 3));
  lamp = await server.bringIn('lamp.png', await picture(11, 4));
  const rights = {
    title: 'Harbour wall',
    credit: 'Pim',
    rights: 'CC0-1.0',
    collections: ['Harbour'],
  };
  await server.ask('PATCH', `sources/${wall.hash}`, rights);
  const { document, entries } = scene();
  const { body } = await server.ask<{ id: string }>('POST', 'compositions', {
    ...{ document, history: { entries, position: entries.length } },
  });
  made = (await server.ask<Loaded>('GET', `compositions/${body.id}`)).body;
  await server.ask('POST', `compositions/${body.id}/versions`, { name: 'As it was', document });
});
afterAll(async () => {
  await Promise.all([server.end(), elsewhere.end()]);
});

type Kind = 'picture' | 'archive' | 'openraster';

async function delivered(from: TestServer, id: string, contents: Kind): Promise<Buffer> {
  const job = await from.deliver(id, 1, [{ contents }]);
  expect(job.problem).toBeNull();
  return from.bytes(`deliveries/${job.delivery}/files/0`);
}

async function open(into: TestServer, file: Uint8Array, name = 'file.diplex') {
  const form = new FormData();
  form.append('files', new Blob([new Uint8Array(file)]), name);
  const response = await fetch(`${into.address}/api/openings`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as OpenedDto & ProblemBody };
}

const pixels = (file: Buffer) => sharp(file).raw().toBuffer();

describe('archives', () => {
  it('open elsewhere as the same composition, bit by bit, with history, versions and credits', async () => {
    const { status, body } = await open(elsewhere, await delivered(server, made.id, 'archive'));
    expect(body.remarks).toEqual([]);
    expect(status).toBe(201);
    const there = (await elsewhere.ask<Loaded>('GET', `compositions/${body.id}`)).body;
    expect(there.document).toEqual(made.document);
    expect(there.history).toEqual(made.history);
    expect(await pixels(await delivered(elsewhere, body.id, 'picture'))).toEqual(
      await pixels(await delivered(server, made.id, 'picture')),
    );
    const versions = await elsewhere.ask<{ name: string }[]>(
      'GET',
      `compositions/${body.id}/versions`,
    );
    expect(versions.body).toMatchObject([{ name: 'As it was' }]);
    const source = await elsewhere.ask<SourceDto>('GET', `sources/${wall.hash}`);
    expect(source.body).toMatchObject({
      title: 'Harbour wall',
      credit: 'Pim',
      collections: ['Harbour'],
    });
    const [again] = await Promise.all([
      open(server, await delivered(elsewhere, body.id, 'archive')),
    ]);
    expect(again.status).toBe(201);
  });

  it('leave what is said of a known source as it is', async () => {
    await elsewhere.ask('PATCH', `sources/${wall.hash}`, { title: 'Our own title' });
    await open(elsewhere, await delivered(server, made.id, 'archive'));
    const source = await elsewhere.ask<SourceDto>('GET', `sources/${wall.hash}`);
    expect(source.body.title).toBe('Our own title');
  });
});

describe('OpenRaster', () => {
  it('has its kind first and stored, a valid stack, and the delivered picture merged', async () => {
    const file = await delivered(server, made.id, 'openraster');
    expect(file.subarray(30, 38).toString()).toBe('mimetype');
    expect(file.readUInt16LE(8)).toBe(0);
    expect(file.subarray(38, 38 + 16).toString()).toBe('image/openraster');
    const parts = unzipSync(file);
    const stack = strFromU8(parts['stack.xml'] ?? new Uint8Array());
    expect(stack).toMatch(/<stack[^>]*name="Lights"[^>]*opacity="0.5"/);
    expect(stack).toMatch(/composite-op="svg:multiply"/);
    for (const [, src] of stack.matchAll(/src="([^"]+)"/g))
      expect(parts).toHaveProperty([src as string]);
    const merged = Buffer.from(parts['mergedimage.png'] ?? []);
    expect(await pixels(merged)).toEqual(await pixels(await delivered(server, made.id, 'picture')));
    const thumbnail = await sharp(Buffer.from(parts['Thumbnails/thumbnail.png'] ?? [])).metadata();
    expect(Math.max(thumbnail.width, thumbnail.height)).toBeLessThanOrEqual(256);
  });

  it('comes back whole when nothing was changed', async () => {
    const { body } = await open(elsewhere, await delivered(server, made.id, 'openraster'), 'a.ora');
    const there = (await elsewhere.ask<Loaded>('GET', `compositions/${body.id}`)).body;
    expect(there.document).toEqual(made.document);
    expect(there.history).toEqual(made.history);
  });

  it('comes back as layers of pixels when it was changed elsewhere, looking the same', async () => {
    const parts: Zippable = unzipSync(await delivered(server, made.id, 'openraster'));
    const stack = strFromU8(parts['stack.xml'] as Uint8Array);
    parts['stack.xml'] = strToU8(stack.replace('name="Wall"', 'name="Old wall"'));
    const { body } = await open(elsewhere, zipSync(parts), 'changed.ora');
    expect(body.remarks.join(' ')).toContain('changed elsewhere');
    const { document } = (await elsewhere.ask<Loaded>('GET', `compositions/${body.id}`)).body;
    const names = Object.values(document.layers).map(({ name }) => name);
    expect(names.sort()).toEqual(['Lamp', 'Lights', 'Old wall']);
    expect(document.layers[document.root[1] ?? '']).toMatchObject({ opacity: 0.5 });
    const kept = Object.values(document.layers).find(({ name }) => name === 'Lamp');
    expect(kept?.blending).toBe('multiply');
    // Ours mixes in light, theirs encoded values: where nothing is mixed it is the same.
    const [ours, theirs] = await Promise.all(
      [delivered(server, made.id, 'picture'), delivered(elsewhere, body.id, 'picture')].map(
        async (file) => pixels(await file),
      ),
    );
    for (let c = 0; c < 3; c++) expect(theirs?.[c]).toBe(ours?.[c]);
  });

  it('made by others is read as far as it can be, and the rest is said', async () => {
    const stack =
      '<image version="0.0.3" w="200" h="120"><stack>' +
      '<layer name="Top" src="data/a.png" x="20" y="-5" opacity="0.4" composite-op="svg:dst-out"/>' +
      '<stack name="Group" visibility="hidden"><layer src="data/b.png" x="3" y="4"/></stack>' +
      '</stack></image>';
    const file = zipSync({
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(stack),
      'data/a.png': new Uint8Array(await picture(3, 4)),
      'data/b.png': new Uint8Array(await picture(5, 3)),
    });
    const { body, status } = await open(elsewhere, file, 'Theirs.ora');
    expect(status).toBe(201);
    expect(body.title).toBe('Theirs');
    expect(body.remarks.join(' ')).toMatch(/Top is blended by svg:dst-out/);
    const { document } = (await elsewhere.ask<Loaded>('GET', `compositions/${body.id}`)).body;
    expect(document.canvas).toMatchObject({ width: 200, height: 120 });
    const [group, top] = document.root.map((id) => document.layers[id]);
    expect(group).toMatchObject({ name: 'Group', shown: false });
    expect(top).toMatchObject({ opacity: 0.4, blending: 'normal' });
    expect(top?.placement).toMatchObject(placedAt({ x: 20 + WIDTH / 2, y: -5 + HEIGHT / 2 }));
  });
});

describe('archives that are not as they should be', () => {
  /** The same archive with one thing changed. */
  async function changed(change: Change): Promise<Uint8Array> {
    const parts: Zippable = unzipSync(await delivered(server, made.id, 'archive'));
    const [name, bytes] = change(parts);
    const { [name]: _, ...others } = parts;
    return zipSync(bytes ? { ...others, [name]: bytes } : others);
  }

  const blob = (parts: Zippable) =>
    Object.keys(parts).find((name) => name.startsWith('blobs/')) ?? '';

  /** What to put in the place of a part; null takes it away. */
  type Change = (parts: Zippable) => [name: string, bytes: Uint8Array | null];

  it.each<[string, RegExp, Change]>([
    ['other bytes', /is damaged/, (parts) => [blob(parts), strToU8('other')]],
    ['pixels missing', /is not whole/, (parts) => [blob(parts), null]],
    ['no composition', /neither/, () => ['composition.json', null]],
    ['broken JSON', /composition.json .*damaged/, () => ['composition.json', strToU8('{')]],
    ['no document', /no composition that/, () => ['composition.json', strToU8('{"a":1}')]],
    ['a later form', /later Diplex/, () => ['diplex.json', strToU8('{"form":9}')]],
    ['a name of no pixels', /no name of pixels/, () => ['blobs/moth', strToU8('x')]],
    ['a path upward', /\.\.\/etc\/moth/, () => ['../../etc/moth', strToU8('x')]],
    ['an absolute path', /\/etc\/moth/, () => ['/etc/moth', strToU8('x')]],
    ['a bomb', /thousand times/, () => ['blobs/bomb', new Uint8Array(32 * 2 ** 20)]],
    [
      'a history that does not fit',
      /history/,
      () => ['history.json', strToU8('{"entries":[{"a":1}],"position":1}')],
    ],
    [
      'a history beyond its end',
      /history/,
      () => ['history.json', strToU8('{"entries":[],"position":7}')],
    ],
  ])('are refused with %s', async (_, says, change) => {
    const count = async (what: string) => (await elsewhere.ask<object[]>('GET', what)).body.length;
    const before = await count('compositions');
    const { status, body } = await open(elsewhere, await changed(change));
    expect(body.detail).toMatch(says);
    expect([422, 400]).toContain(status);
    expect(await count('compositions')).toBe(before);
    expect(readdirSync(join(elsewhere.data, 'incoming'))).toEqual([]);
  });

  it('cut off or overwritten anywhere are refused or opened whole, and harm nothing', async () => {
    const whole = new Uint8Array(await delivered(server, made.id, 'archive'));
    let refused = 0;
    for (let i = 0; i < 100; i++) {
      const at = Math.floor((whole.length * (i + 0.5)) / 100);
      const mangled = i % 2 ? whole.slice(0, at) : whole.slice();
      if (i % 2 === 0) for (let k = 0; k < 12; k++) mangled[at + k] = (i * 31 + k * 17) % 256;
      const { status, body } = await open(elsewhere, mangled);
      expect([201, 422]).toContain(status);
      if (status === 422) refused++;
      if (status === 422) expect(body.detail).toMatch(/file\.diplex|composition/);
    }
    expect(refused).toBeGreaterThan(80);
    expect(readdirSync(join(elsewhere.data, 'incoming'))).toEqual([]);
    expect((await open(elsewhere, whole)).status).toBe(201);
  });
});
