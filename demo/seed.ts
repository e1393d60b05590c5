import { readdir, readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { PickedPart } from '@diplex/document';
import { type DemoComposition, headlandForDusk, keeperAtTheWall } from './compositions';

/** One entry of CREDITS.json. */
interface Credit {
  readonly file: string;
  readonly title: string;
  readonly creator: string;
  readonly licence: string;
  readonly note: string;
}

interface Source {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

const [server = 'http://127.0.0.1:4310', folder = 'demo'] = process.argv.slice(2);

async function ask<Result>(path: string, init?: RequestInit): Promise<Result> {
  const response = await fetch(`${server}/api/${path}`, init);
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return response.json() as Promise<Result>;
}

function sending(method: string, body: unknown): RequestInit {
  const headers = { 'Content-Type': 'application/json' };
  return { method, headers, body: JSON.stringify(body) };
}

async function bringIn(credit: Credit): Promise<Source> {
  const form = new FormData();
  const bytes = await readFile(join(folder, credit.file));
  form.append('files', new Blob([new Uint8Array(bytes)]), basename(credit.file));
  const { results } = await ask<{ results: { source: Source }[] }>('sources', {
    ...{ method: 'POST', body: form },
  });
  const source = results[0]?.source;
  if (!source) throw new Error(`${credit.file} was not taken.`);
  const { title, creator, licence, note } = credit;
  const rights = { title, credit: creator, rights: licence, note };
  await ask(`sources/${source.hash}`, sending('PATCH', rights));
  return source;
}

/** Stores the tiles of a cut that was worked out on a photograph with the program itself; gives its part. */
async function bringCut(name: string): Promise<PickedPart> {
  const from = join(folder, 'cuts', name);
  for (const file of await readdir(from)) {
    if (!file.endsWith('.png')) continue;
    const body = new Uint8Array(await readFile(join(from, file)));
    const headers = { 'Content-Type': 'application/octet-stream' };
    await ask(`blobs/${basename(file, '.png')}`, { method: 'PUT', headers, body });
  }
  return JSON.parse(await readFile(join(from, 'part.json'), 'utf8')) as PickedPart;
}

/** Fills an empty shelf with the sample photographs and makes the sample compositions. */
async function seed(): Promise<void> {
  const there = await ask<unknown[]>('sources');
  if (there.length > 0) {
    console.log('The shelf is filled already.');
    return;
  }
  const credits = JSON.parse(await readFile(join(folder, 'CREDITS.json'), 'utf8')) as Credit[];
  const sources = new Map<string, Source>();
  for (const credit of credits) sources.set(credit.file, await bringIn(credit));
  const sourceOf = (file: string): Source => {
    const source = sources.get(file);
    if (!source) throw new Error(`CREDITS.json does not name ${file}.`);
    return source;
  };
  const keeper = await bringCut('keeper-portrait');
  const made: DemoComposition[] = [headlandForDusk(sourceOf), keeperAtTheWall(sourceOf, keeper)];
  for (const start of made) await ask('compositions', sending('POST', start));
  console.log(
    `Filled the shelf with ${sources.size} sources and made ${made.length} compositions.`,
  );
}

await seed();
