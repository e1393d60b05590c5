import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import {
  addMask,
  type Composition,
  laidOut,
  layerBounds,
  newComposition,
  newId,
  perform,
  placedAt,
} from '@diplex/document';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BegunRecipeDto, RecipeRunDto } from '../src/recipes/recipe.dto';
import type { SourceDto } from '../src/sources/source.dto';
import { photoLayer } from './support/documents';
import { type Loaded, type ProblemBody, TestServer } from './support/test-server';

let server: TestServer;
let made: Loaded;
let wall: SourceDto;
const things: SourceDto[] = [];

/** A bright thing of a size before an even ground. */
async function thing(width: number, height: number, tall: number, colour: string): Promise<Buffer> {
  const ground = { create: { width, height, channels: 3 as const, background: '#26303a' } };
  const [w, h] = [Math.round(tall * 0.6), tall];
  const box = await sharp({
    create: { width: w, height: h, channels: 3, background: colour },
  })
    .png()
    .toBuffer();
  const at = { left: Math.round((width - w) / 2), top: Math.round((height - h) / 2) };
  return sharp(ground)
    .composite([{ input: box, ...at }])
    .png()
    .toBuffer();
}

/** The first thing, cut out by an oval, before a wall. */
function scene(): Composition {
  const [first] = things;
  if (!first) throw new Error('There is a first thing.');
  const far = { ...photoLayer(wall, 'wall'), name: 'Wall' };
  const near = {
    ...photoLayer(first, 'thing'),
    ...{ name: 'Thing', placement: { ...placedAt({ x: 300, y: 200 }), scaleX: 0.5, scaleY: 0.5 } },
  };
  const base = laidOut(newComposition('Shop window', { width: 600, height: 400 }), [far, near]);
  const mask = {
    ...{ id: newId(), name: 'Thing', startsFrom: 'empty' as const, feather: 0 },
    parts: [
      {
        ...{ id: newId(), kind: 'box' as const, name: 'Box', shown: true, combine: 'add' as const },
        ...{ feather: 0, inverted: false, x: 140, y: 100, width: 120, height: 200 },
      },
    ],
  };
  return perform(base, addMask, { layer: 'thing', mask }).composition;
}

beforeAll(async () => {
  server = await TestServer.start();
  wall = await server.bringIn('wall.png', await thing(600, 400, 60, '#8a7a6a'));
  for (const [i, tall] of [200, 120, 240].entries()) {
    const size = i === 2 ? [800, 600] : [400, 400];
    const colour = ['#d8c040', '#c04040', '#40a060'][i] ?? '#fff';
    const file = await thing(size[0] as number, size[1] as number, tall, colour);
    things.push(await server.bringIn(`thing-${i}.png`, file));
  }
  made = await server.compose(scene());
});
afterAll(() => server.end());

async function begun(change: object = {}) {
  const sources = things.slice(1).map(({ hash }) => hash);
  const request = { revision: 1, layers: ['Thing'], sources, agree: 0, ...change };
  return server.ask<BegunRecipeDto & ProblemBody>(
    'POST',
    `compositions/${made.id}/recipes`,
    request,
  );
}

async function resultsOf({ run, job }: BegunRecipeDto): Promise<RecipeRunDto> {
  const ended = await server.finished(job);
  expect(ended.problem).toBeNull();
  return (await server.ask<RecipeRunDto>('GET', `recipes/${run.id}`)).body;
}

describe('a composition used again', () => {
  it('finds, cuts and places each, and delivers it', async () => {
    const answer = await begun({ files: [{ contents: 'picture', format: 'png' }] });
    expect(answer.status).toBe(202);
    const { results } = await resultsOf(answer.body);
    expect(results.map(({ title }) => title)).toEqual(['thing-1', 'thing-2']);
    for (const { composition, delivery } of results) {
      const { document } = (await server.ask<Loaded>('GET', `compositions/${composition}`)).body;
      expect(document.title).toMatch(/^Shop window - thing-/);
      const layer = Object.values(document.layers).find(({ name }) => name === 'Thing');
      if (!layer) throw new Error('The layer is there.');
      expect(layer.maskUse).not.toBeNull();
      // As high as the first one, and standing where it stood: from 150 to 250.
      const file = await server.bytes(`deliveries/${delivery}/files/0`);
      const { data, info } = await sharp(file)
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const bright = (y: number) => {
        const at = (y * info.width + 300) * 3;
        return Math.max(...data.subarray(at, at + 3)) > 0x90;
      };
      expect(bright(200)).toBe(true);
      expect(bright(160)).toBe(true);
      expect(bright(243)).toBe(true);
      expect(bright(256)).toBe(false);
      expect(bright(142)).toBe(false);
      expect(layerBounds(document, layer).height).toBeGreaterThan(100);
    }
  });

  /** Whether a delivered picture is bright at places from top to bottom. */
  async function brightAt(delivery: string | null, x: number, ys: readonly number[]) {
    const file = await server.bytes(`deliveries/${delivery}/files/0`);
    const { data, info } = await sharp(file)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return ys.map(
      (y) => Math.max(...data.subarray((y * info.width + x) * 3).subarray(0, 3)) > 0x90,
    );
  }

  it('swaps several layers for the same photograph, each where its own stood', async () => {
    const { document } = (await server.ask<Loaded>('GET', `compositions/${made.id}`)).body;
    const { thing: near } = document.layers;
    if (!near) throw new Error('There is a thing.');
    const placement = { ...near.placement, x: 100, y: 100, scaleX: 0.25, scaleY: 0.25 };
    const small = { ...near, id: 'small', name: 'Small', placement };
    const both = await server.compose({
      ...document,
      title: 'Both',
      ...{ layers: { ...document.layers, small }, root: [...document.root, 'small'] },
    });
    const files = [{ contents: 'picture', format: 'png' }];
    const ask = { revision: 1, layers: ['Thing', 'Small'], agree: 0, files };
    const answer = await server.ask<BegunRecipeDto>('POST', `compositions/${both.id}/recipes`, {
      ...ask,
      sources: [things[1]?.hash],
    });
    const { results, layers } = await resultsOf(answer.body);
    expect(layers).toEqual(['thing', 'small']);
    const [first] = results;
    expect(first?.needs).toEqual([]);
    // The large one stands from 150 to 250, the small one from 75 to 125.
    const delivery = first?.delivery ?? null;
    expect(await brightAt(delivery, 300, [143, 160, 243, 256])).toEqual([false, true, true, false]);
    expect(await brightAt(delivery, 100, [70, 80, 120, 130])).toEqual([false, true, true, false]);
    const after = await server.ask<Loaded>('GET', `compositions/${first?.composition}`);
    for (const id of ['thing', 'small']) {
      expect(after.body.document.layers[id]?.content).toMatchObject({ source: things[1]?.hash });
    }
  });

  it('places by eye level where there is a horizon, and says where there is none', async () => {
    const files = [{ contents: 'picture', format: 'png' }];
    const sources = [things[1]?.hash];
    const how = { placing: 'eye level', files, sources };
    const flat = await resultsOf((await begun(how)).body);
    expect(flat.results[0]?.needs.join(' ')).toContain('could not stand at its eye level');
    const { document } = (await server.ask<Loaded>('GET', `compositions/${made.id}`)).body;
    const level = await server.compose({
      ...document,
      title: 'Level',
      horizon: { y: 120, tilt: 0 },
    });
    const request = { revision: 1, layers: ['Thing'], agree: 0, ...how };
    const answer = await server.ask<BegunRecipeDto>(
      'POST',
      `compositions/${level.id}/recipes`,
      request,
    );
    const { results } = await resultsOf(answer.body);
    expect(results[0]?.needs.join(' ')).not.toContain('eye level');
    // Its foot stays at 250; 0.92 of its height lies below the horizon at 120, so its top is at 108.7.
    const seen = await brightAt(results[0]?.delivery ?? null, 300, [104, 113, 243, 256]);
    expect(seen).toEqual([false, true, true, false]);
  });

  it('is stopped between photographs, and gone on with', async () => {
    const { body } = await begun();
    await server.ask('DELETE', `jobs/${body.job.id}`);
    expect((await server.finished(body.job)).state).toBe('stopped');
    const half = (await server.ask<RecipeRunDto>('GET', `recipes/${body.run.id}`)).body;
    expect(half.results.length).toBeLessThan(half.count);
    const again = await server.ask<BegunRecipeDto>('POST', `recipes/${body.run.id}/go-on`);
    const whole = await resultsOf(again.body);
    expect(whole.results).toHaveLength(2);
    expect((await server.ask('POST', `recipes/${body.run.id}/go-on`)).status).toBe(400);
    const all = await server.ask<RecipeRunDto[]>('GET', `compositions/${made.id}/recipes`);
    expect(all.body[0]?.id).toBe(body.run.id);
  });

  it('says what needs a hand, and goes on with the others', async () => {
    const even = { create: { width: 90, height: 90, channels: 3 as const, background: '#445' } };
    const nothing = await server.bringIn('even.png', await sharp(even).png().toBuffer());
    const sources = [nothing.hash, things[1]?.hash];
    const { results } = await resultsOf((await begun({ sources })).body);
    expect(results[0]?.needs.join(' ')).toMatch(/no subject was found/);
    expect(results[0]?.composition).not.toBeNull();
    expect(results[1]?.composition).not.toBeNull();
  });

  it('refuses what it cannot be used on before anything is made', async () => {
    expect((await begun({ revision: 7 })).status).toBe(409);
    expect((await begun({ layers: ['Moth'] })).body.detail).toMatch(/no layer “Moth”/);
    expect((await begun({ sources: ['a'.repeat(64)] })).body.detail).toMatch(/Not on the shelf/);
    expect((await begun({ sources: [] })).status).toBe(400);
  });

  it('is run from the command line on a folder of files', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'diplex-recipe-'));
    try {
      writeFileSync(join(folder, 'one.png'), await thing(500, 400, 180, '#c0c0f0'));
      const command = [join(import.meta.dirname, '../dist/recipe.js')];
      const env = { ...process.env, DIPLEX_DATA: server.data };
      const run = (...args: string[]) =>
        promisify(execFile)(process.execPath, [...command, ...args], { env });
      const out = join(folder, 'out');
      const swap = ['--swap', 'Thing', '--agree', '0', '--size', 'width:300'];
      const { stdout } = await run('Shop window', folder, out, ...swap);
      expect(readdirSync(out)).toEqual(['Shop window - one.jpg']);
      expect(stdout).toContain('Shop window - one.jpg');
      expect((await sharp(join(out, 'Shop window - one.jpg')).metadata()).width).toBe(300);
      await expect(run('Shop window', folder, out)).rejects.toMatchObject({ code: 1 });
      await expect(run('Moth', folder, out, ...swap)).rejects.toThrow(
        /There is no composition "Moth"/,
      );
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
