import { readFile } from 'node:fs/promises';
import { type Composition, laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import sharp from 'sharp';
import { ended, withServer } from './deliveries';
import { figure, median, type Row } from './row';

const PORT = 4394;
/** So many photographs are run through. */
const PHOTOGRAPHS = 12;
/** Beside other work a photograph is to take no longer than this, in seconds; memory stays as it was after the first ones, but for this share. */
const [EACH, GROWTH] = [15, 0.1];

interface Brought {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

interface Begun {
  readonly run: { readonly id: string };
  readonly job: { readonly id: string; state: string; problem: null; delivery: null };
}

/** Each time a somewhat other photograph: the portrait, turned and lightened. */
async function photograph(file: Buffer, i: number): Promise<Buffer> {
  const changed = sharp(file).modulate({ brightness: 0.85 + i * 0.03, hue: i * 11 });
  return (i % 2 === 0 ? changed : changed.flop()).jpeg({ quality: 92 }).toBuffer();
}

/** A composition that is used again on a dozen photographs: how long each takes, and whether memory grows. */
export function recipeRows(): AsyncGenerator<Row> {
  return withServer(PORT, async function* (server) {
    const bringIn = async (name: string, bytes: Buffer): Promise<Brought> => {
      const form = new FormData();
      form.append('files', new Blob([new Uint8Array(bytes)]), name);
      const answer = await fetch(`${server.address}/api/sources`, { method: 'POST', body: form });
      const { results } = (await answer.json()) as { results: { source: Brought }[] };
      const [first] = results;
      if (!first) throw new Error(`${name} was refused.`);
      return first.source;
    };
    const portrait = await readFile('demo/photos/keeper-portrait.jpg');
    const wall = await bringIn('wall.jpg', await readFile('demo/photos/harbour-wall.jpg'));
    const all: Brought[] = [];
    for (let i = 0; i < PHOTOGRAPHS; i++) {
      all.push(await bringIn(`keeper-${i}.jpg`, await photograph(portrait, i)));
    }
    const layer = (id: string, { hash: source, width, height }: Brought, scale: number) => ({
      ...plainLayer(...([id, id, { kind: 'photo', source, size: { width, height } }] as const), {
        ...placedAt({ x: 750, y: 500 }),
        scaleX: scale,
        scaleY: scale,
      }),
    });
    const document: Composition = laidOut(newComposition('Shop', { width: 1500, height: 1000 }), [
      layer('Wall', wall, 1),
      layer('Keeper', all[0] as Brought, 0.6),
    ]);
    const { id } = await server.ask<{ id: string }>('POST', 'compositions', { document });
    const sources = all.map(({ hash }) => hash);
    const request = {
      revision: 1,
      layers: ['Keeper'],
      sources,
      files: [{ contents: 'picture', format: 'jpeg' }],
    };
    const begun = await server.ask<Begun>('POST', `compositions/${id}/recipes`, request);
    let warm = 0;
    const watched = {
      ...server,
      async ask<Body>(method: string, path: string, body?: unknown): Promise<Body> {
        const { results } = await server.ask<{ results: unknown[] }>(
          'GET',
          `recipes/${begun.run.id}`,
        );
        if (results.length === 4) warm = Math.max(warm, server.memory());
        return server.ask<Body>(method, path, body);
      },
    };
    await ended(watched, begun.job);
    const run = await server.ask<{ results: { seconds: number; delivery: string | null }[] }>(
      'GET',
      `recipes/${begun.run.id}`,
    );
    const made = run.results.filter(({ delivery }) => delivery !== null);
    if (made.length < PHOTOGRAPHS) throw new Error('Not every photograph was delivered.');
    const seconds = median(run.results.map((each) => each.seconds));
    yield figure('a recipe, each of twelve photographs of 1.8 MP, median', seconds, 's', EACH);
    const grown = Math.max(0, server.memory() / warm - 1);
    yield figure(
      'growth of the server from the fourth to the twelfth',
      grown * 100,
      '%',
      GROWTH * 100,
    );
  });
}
