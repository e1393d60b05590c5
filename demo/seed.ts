import { readdir, readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { LetteringContent, PickedPart } from '@diplex/document';
import { readFont, setText } from '@diplex/lettering';
import {
  type DemoComposition,
  headlandForDusk,
  keeperAtTheWall,
  kettleOnThePond,
} from './compositions';
import { withRigWire } from './rig-wire';

/** One entry of CREDITS.json. */
interface Credit {
  readonly file: string;
  readonly title: string;
  readonly creator: string;
  readonly licence: string;
  readonly note: string;
  /** 'picture' where nothing is said. */
  readonly kind?: 'picture' | 'tip';
  /** 'free' where nothing is said. */
  readonly terms?: 'free' | 'credited' | 'barred';
  readonly collections?: readonly string[];
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
  return bringBytes(credit, await readFile(join(folder, credit.file)));
}

async function bringBytes(credit: Credit, bytes: Uint8Array): Promise<Source> {
  const form = new FormData();
  form.append('files', new Blob([new Uint8Array(bytes)]), basename(credit.file));
  const { results } = await ask<{ results: { source: Source }[] }>('sources', {
    ...{ method: 'POST', body: form },
  });
  const source = results[0]?.source;
  if (!source) throw new Error(`${credit.file} was not taken.`);
  const { title, creator, licence, note, kind, terms, collections } = credit;
  const rights = { title, credit: creator, rights: licence, note };
  const change = { ...rights, kind, terms, collections };
  await ask(`sources/${source.hash}`, sending('PATCH', change));
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

/** The photograph with a wire and dust that are still to be taken out. */
const WIRED_POND = 'kettle-pond-on-its-wire.jpg';
const WIRED = 'With the wire that held the kettle, and dust: to be taken out.';

/** A line of text about the middle, as it is drawn. */
async function creditLine(text: string, letterSize: number): Promise<LetteringContent> {
  const { family, file } = { family: 'Outfit', file: 'outfit' };
  const bytes = await readFile(join('packages/lettering/generated', `${file}.ttf`));
  const setting = {
    ...{ text, letterSize, weight: 500, spacing: 120, lineHeight: 1.3 },
    ...{ align: 'middle' as const, along: null },
  };
  const { drawn } = setText(readFont(bytes), setting);
  const fill = { by: 'colour' as const, colour: { r: 240, g: 232, b: 214, alpha: 1 } };
  return { kind: 'lettering', ...setting, font: { family, file }, fill, stroke: null, drawn };
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
  const pond = credits.find(({ file }) => file === 'photos/kettle-pond.jpg');
  if (!pond) throw new Error('CREDITS.json does not name the kettle.');
  const wired = { ...pond, file: WIRED_POND, title: `${pond.title}, on its wire`, note: WIRED };
  const photograph = await readFile(join(folder, pond.file));
  sources.set(WIRED_POND, await bringBytes(wired, await withRigWire(photograph)));
  const sourceOf = (file: string): Source => {
    const source = sources.get(file);
    if (!source) throw new Error(`CREDITS.json does not name ${file}.`);
    return source;
  };
  const keeper = await bringCut('keeper-portrait');
  const letters = await creditLine('Hobnail & Wick present The Kettle Comet', 40);
  const made: DemoComposition[] = [
    kettleOnThePond(sourceOf, letters),
    headlandForDusk(sourceOf),
    keeperAtTheWall(sourceOf, keeper),
  ];
  for (const start of made) await ask('compositions', sending('POST', start));
  console.log(
    `Filled the shelf with ${sources.size} sources and made ${made.length} compositions.`,
  );
}

await seed();
