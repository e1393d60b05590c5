import 'reflect-metadata';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { type Composition, type Rect, sourcesOf } from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { NestFactory } from '@nestjs/core';
import { unzipSync } from 'fflate';
import { AppModule } from './app.module';
import { CompositionsService } from './compositions/compositions.service';
import { EXPORT_FORMATS } from './exports/export-formats';
import { ExportsService } from './exports/exports.service';
import { SourcesService } from './sources/sources.service';
import { BlobStore } from './storage/blob-store';

const USAGE = `./run render COMPOSITION OUT.png [--region x,y,w,h] [--scale s]

COMPOSITION is the id or the title of one in the data folder (DIPLEX_DATA), a document as JSON whose
pixels are in that folder, or an archive: a ZIP of composition.json and of blobs/ under their SHA-256.
The region is in pixels of the picture at the given scale.`;

/** What the person asked for is not to be had; the words say why. */
class Refused extends Error {}

interface Command {
  readonly from: string;
  readonly to: string;
  readonly region: Rect | null;
  readonly scale: number;
}

function readCommand(args: readonly string[]): Command {
  const files: string[] = [];
  let region: Rect | null = null;
  let scale = 1;
  for (let i = 0; i < args.length; i++) {
    const arg = args[i] as string;
    if (arg === '--region') {
      const numbers = (args[++i] ?? '').split(',').map(Number);
      const [x = 0, y = 0, width = 0, height = 0] = numbers;
      const whole = numbers.length === 4 && numbers.every(Number.isInteger);
      if (!whole || width < 1 || height < 1) {
        throw new Refused('--region needs four whole numbers: x,y,width,height.');
      }
      region = { x, y, width, height };
    } else if (arg === '--scale') {
      scale = Number(args[++i]);
      if (!(scale > 0 && scale <= 8)) {
        throw new Refused('--scale needs a number above 0 and up to 8.');
      }
    } else if (arg.startsWith('--')) throw new Refused(`${arg} is not known.\n\n${USAGE}`);
    else files.push(arg);
  }
  const [from, to] = files;
  if (!from || !to || files.length > 2) throw new Refused(USAGE);
  if (!to.endsWith('.png')) throw new Refused(`${to} must end in .png.`);
  return { from, to: resolve(to), region, scale };
}

function readDocument(text: string, name: string): Composition {
  try {
    return validateComposition(JSON.parse(text));
  } catch (error) {
    throw new Refused(`${name} holds no composition: ${(error as Error).message}`);
  }
}

/** Unpacks an archive into a data folder of its own: sources are brought in, other blobs are kept. */
async function openArchive(
  path: string,
  sources: SourcesService,
  blobs: BlobStore,
): Promise<Composition> {
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(new Uint8Array(await readFile(path)));
  } catch (error) {
    throw new Refused(`${path} is not a readable ZIP: ${(error as Error).message}`);
  }
  const json = files['composition.json'];
  if (!json) throw new Refused(`${path} has no composition.json.`);
  const document = readDocument(new TextDecoder().decode(json), `${path}: composition.json`);
  const photos = new Set(sourcesOf(document));
  for (const [name, bytes] of Object.entries(files)) {
    if (!name.startsWith('blobs/') || name.endsWith('/')) continue;
    const hash = basename(name);
    const incoming = await blobs.receive(Readable.from([bytes]), bytes.length);
    if (incoming.hash !== hash) {
      await blobs.discard(incoming);
      throw new Refused(
        `${path}: ${name} is damaged; its bytes have the SHA-256 ${incoming.hash}.`,
      );
    }
    if (!photos.has(hash)) await blobs.keep(incoming);
    else {
      const { problem } = await sources.bringIn({ name: `${hash.slice(0, 8)}`, incoming });
      if (problem) throw new Refused(`${path}: ${problem.detail}`);
    }
  }
  return document;
}

async function findInFolder(from: string, compositions: CompositionsService): Promise<Composition> {
  const all = await compositions.all();
  const found = all.filter(({ id, title }) => id === from || title === from);
  if (found.length === 0)
    throw new Refused(`There is no composition "${from}" in the data folder.`);
  if (found.length > 1) {
    throw new Refused(
      `"${from}" is the title of several: ${found.map(({ id }) => id).join(', ')}.`,
    );
  }
  return (await compositions.load(found[0]?.id ?? '')).document;
}

async function checkSources(document: Composition, sources: SourcesService): Promise<void> {
  const known = new Set((await sources.findMany(sourcesOf(document))).map(({ hash }) => hash));
  const missing = sourcesOf(document).filter((hash) => !known.has(hash));
  if (missing.length > 0) {
    throw new Refused(
      `The pixels of ${missing.join(', ')} are not there; bring the files in first.`,
    );
  }
}

async function run(): Promise<void> {
  const command = readCommand(process.argv.slice(2));
  const archive = command.from.endsWith('.zip');
  const own = archive ? await mkdtemp(join(tmpdir(), 'diplex-')) : null;
  if (own) process.env.DIPLEX_DATA = own;
  else process.env.DIPLEX_GUEST = '1';
  const app = await NestFactory.createApplicationContext(AppModule, { logger: ['error', 'fatal'] });
  try {
    const sources = app.get(SourcesService);
    let document: Composition;
    if (archive) document = await openArchive(command.from, sources, app.get(BlobStore));
    else if (command.from.endsWith('.json')) {
      const text = await readFile(command.from, 'utf8').catch(() => {
        throw new Refused(`${command.from} cannot be read.`);
      });
      document = readDocument(text, command.from);
    } else document = await findInFolder(command.from, app.get(CompositionsService));
    await checkSources(document, sources);
    const { scale, region } = command;
    const delivery = {
      ...{ document, scale, ...(region && { region }), format: EXPORT_FORMATS.png },
      ...{ bits: 8 as const, quality: 100, backing: '#ffffff' },
    };
    await app
      .get(ExportsService)
      .write(command.to, delivery, new AbortController().signal, () => undefined);
    console.log(command.to);
  } finally {
    await app.close();
    if (own) await rm(own, { recursive: true, force: true });
  }
}

run().then(
  () => process.exit(0),
  (error: Error) => {
    console.error(error instanceof Refused ? error.message : (error.stack ?? error.message));
    process.exit(1);
  },
);
