import 'reflect-metadata';
import { mkdtemp, readFile, rename, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, resolve } from 'node:path';
import { type Composition, type Rect, sourcesOf } from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { NestFactory } from '@nestjs/core';
import { AppModule } from './app.module';
import { Archives } from './archives/archives.service';
import { Openings } from './archives/openings.service';
import { FILE_OPTIONS, parsed, Refused, requestOf, runToEnd } from './command-line/file-options';
import { findComposition } from './command-line/find-composition';
import { CompositionsService } from './compositions/compositions.service';
import { CONTENTS } from './deliveries/contents';
import type { DeliveryContext, FileTask } from './deliveries/contents/contents';
import { writePicture } from './deliveries/contents/write-picture';
import { DeliveriesService } from './deliveries/deliveries.service';
import type { FileRequestDto } from './deliveries/delivery.dto';
import { Problem } from './problems/problem';
import { Renderer } from './rendering/renderer';
import { SourcesService } from './sources/sources.service';

const USAGE = `./run render COMPOSITION OUT [options]

COMPOSITION is the id or the title of one in the data folder (DIPLEX_DATA), a document as JSON whose pixels are in that
folder, or an archive (.diplex, .zip, .ora). OUT says the format by its ending: png, jpg, webp, avif, tif; ora, diplex and pdf.

  --contents NAME         what the file holds: picture (usual), cut-out, mask, layers, openraster, archive,
                          comparison, animation, sheet
  --layer NAME            of which layer, for a cut-out or a mask
  --extent canvas|trimmed as large as the canvas, or as what shows
  --bits 8|16|32          a channel; 32 are floats (tif)
  --quality 1..100        webp and avif lose nothing at 100
  --subsampling 4:4:4|4:2:0
  --most-bytes N          no more bytes than these; the quality gives way
  --size BY:VALUE         percent:50, width:1200, height:800 or longest:2048
  --sharpening 0..1       how much the finest detail is brought out
  --space srgb|p3|linear
  --backing #rrggbb       behind transparent places of a jpg
  --before step:N|version:ID, --way side|line, --line 0..1   of a comparison
  --states LIST --stays MS   of an animation: now, step:N and version:ID, with commas
  --shows versions|sources   of a sheet
  --region x,y,w,h        only this part, in pixels of the picture at --scale
  --scale S               drawn at this scale

Ends with 0 when the file is there, with 1 when not: then nothing is written, and what is wrong is said.`;

interface Command {
  readonly from: string;
  readonly to: string;
  readonly region?: Rect;
  readonly scale?: number;
  readonly request: FileRequestDto;
}

function regionOf(text: string | undefined): Rect | undefined {
  if (text === undefined) return undefined;
  const numbers = text.split(',').map(Number);
  const [x = 0, y = 0, width = 0, height = 0] = numbers;
  const whole = numbers.length === 4 && numbers.every(Number.isInteger);
  if (!whole || width < 1 || height < 1) {
    throw new Refused('--region needs four whole numbers: x,y,width,height.');
  }
  return { x, y, width, height };
}

function scaleOf(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const scale = Number(text);
  if (!(scale > 0 && scale <= 8)) throw new Refused('--scale needs a number above 0 and up to 8.');
  return scale;
}

function readCommand(args: readonly string[]): Command {
  const { options, words } = parsed(args, [...FILE_OPTIONS, 'region', 'scale'], USAGE);
  const [from, to] = words;
  if (!from || !to || words.length > 2) throw new Refused(USAGE);
  const request = requestOf(to, options);
  const [region, scale] = [regionOf(options.region), scaleOf(options.scale)];
  if ((region || scale) && request.contents !== 'picture') {
    throw new Refused(
      '--region and --scale are for pictures only; --size makes other files smaller.',
    );
  }
  return { from, to: resolve(to), region, scale, request };
}

function readDocument(text: string, name: string): Composition {
  try {
    return validateComposition(JSON.parse(text));
  } catch (error) {
    throw new Refused(`${name} holds no composition: ${(error as Error).message}`);
  }
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

type App = Awaited<ReturnType<typeof NestFactory.createApplicationContext>>;

/** A document that is not saved: what is drawn from it needs no more than its pixels. */
async function contextOfDocument(app: App, from: string): Promise<DeliveryContext> {
  const text = await readFile(from, 'utf8').catch(() => {
    throw new Refused(`${from} cannot be read.`);
  });
  const document = readDocument(text, from);
  const sources = app.get(SourcesService);
  await checkSources(document, sources);
  const said = { description: '', creator: '', credit: '', rights: '', place: '' };
  const used = await sources.findMany(sourcesOf(document));
  return {
    ...{ id: '', document, history: { entries: [], position: 0 }, versions: [] },
    metadata: { title: document.title, ...said, sources: used },
    ...{ renderer: app.get(Renderer), archives: app.get(Archives) },
  };
}

async function contextOf(app: App, command: Command, archive: boolean): Promise<DeliveryContext> {
  const { from, request } = command;
  const deliveries = app.get(DeliveriesService);
  if (archive) return deliveries.contextOf((await app.get(Openings).open(from, basename(from))).id);
  if (!from.endsWith('.json')) {
    return deliveries.contextOf(await findComposition(from, app.get(CompositionsService)));
  }
  if (request.contents === 'archive' || request.contents === 'openraster') {
    throw new Refused(
      `${from} is a document that is not saved; an archive is made of a saved one.`,
    );
  }
  return contextOfDocument(app, from);
}

async function run(): Promise<void> {
  const command = readCommand(process.argv.slice(2));
  const archive = /\.(zip|diplex|ora)$/i.test(command.from);
  const own = archive ? await mkdtemp(resolve(tmpdir(), 'diplex-')) : null;
  if (own) process.env.DIPLEX_DATA = own;
  else process.env.DIPLEX_GUEST = '1';
  const app = await NestFactory.createApplicationContext(AppModule, { logger: ['error', 'fatal'] });
  const { request, region, scale, to } = command;
  const draft = `${to}.part`;
  try {
    const context = await contextOf(app, command, archive);
    CONTENTS[request.contents].check(request, context);
    const { signal } = new AbortController();
    const task: FileTask = { path: draft, signal, progress: () => undefined };
    const part = { document: context.document, region, scale, takes: 'colour' as const };
    if (region || scale) await writePicture(request, context, part, task);
    else {
      const { remarks } = await CONTENTS[request.contents].write(request, context, task);
      for (const remark of remarks) console.error(remark);
    }
    await rename(draft, to);
    console.log(to);
  } finally {
    await rm(draft, { force: true });
    await app.close();
    if (own) await rm(own, { recursive: true, force: true });
  }
}

runToEnd(run(), (error) => error instanceof Problem);
