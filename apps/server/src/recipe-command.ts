import 'reflect-metadata';
import { createReadStream } from 'node:fs';
import { copyFile, mkdir, readdir, stat } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import { NestFactory } from '@nestjs/core';
import { lastValueFrom } from 'rxjs';
import { AppModule } from './app.module';
import { FILE_OPTIONS, parsed, Refused, requestOf, runToEnd } from './command-line/file-options';
import { findComposition } from './command-line/find-composition';
import { CompositionsService } from './compositions/compositions.service';
import { DeliveriesService } from './deliveries/deliveries.service';
import { JobsService } from './jobs/jobs.service';
import { Problem } from './problems/problem';
import { RecipesService } from './recipes/recipes.service';
import { SourcesService } from './sources/sources.service';
import { BlobStore } from './storage/blob-store';
import { RECIPE_PLACINGS } from './storage/entities/recipe-run-record';

const USAGE = `./run recipe COMPOSITION PHOTOGRAPHS OUT --swap LAYER[,LAYER ...] [options]

Uses a composition of the data folder (its id or title) again on other photographs: files, or a folder of them. Each takes the
place of the photograph of LAYER, or of several: found, cut, placed, agreed with the scene. Each becomes a composition in the data folder, and a
file in the folder OUT. What needs a hand is told, photograph by photograph.

  --swap LAYER,...        whose photographs are swapped, by id or name
  --placing as-high|eye-level  as high as the one before, unless said, or cut by the scene's horizon at its own eye level
  --agree 0..1            how far each is made to agree with the scene; 0.8
  --format png|jpg|webp|avif|tif   of the files; jpg
  and of the options of ./run render: --bits, --quality, --subsampling, --most-bytes, --size, --sharpening, --space,
  --backing, --name

Ends with 0 when every photograph became a file, with 1 when not.`;

/** Endings of files in a folder that are taken for photographs. */
const PICTURES = /\.(jpe?g|png|webp|avif|tiff?)$/i;

async function photographsIn(paths: readonly string[]): Promise<string[]> {
  const found: string[] = [];
  for (const path of paths) {
    const facts = await stat(path).catch(() => {
      throw new Refused(`${path} cannot be read.`);
    });
    if (!facts.isDirectory()) found.push(path);
    else {
      const names = (await readdir(path)).filter((name) => PICTURES.test(name)).sort();
      found.push(...names.map((name) => join(path, name)));
    }
  }
  if (found.length === 0) throw new Refused(`There are no photographs in ${paths.join(', ')}.`);
  return found;
}

type App = Awaited<ReturnType<typeof NestFactory.createApplicationContext>>;

/** Brings files onto the shelf; gives their hashes. What is no picture is refused before anything is made. */
async function broughtIn(app: App, files: readonly string[]): Promise<string[]> {
  const [sources, blobs] = [app.get(SourcesService), app.get(BlobStore)];
  const hashes: string[] = [];
  for (const file of files) {
    const { size } = await stat(file);
    const incoming = await blobs.receive(createReadStream(file), size);
    const { source, problem } = await sources.bringIn({ name: basename(file), incoming });
    if (!source) throw new Refused(problem?.detail ?? `${file} is no picture.`);
    hashes.push(source.hash);
  }
  return [...new Set(hashes)];
}

async function run(): Promise<void> {
  const names = [...FILE_OPTIONS, 'swap', 'placing', 'agree', 'format'];
  const { options, words } = parsed(process.argv.slice(2), names, USAGE);
  const [from, ...rest] = words;
  const to = rest.pop();
  const { swap, placing = 'as-high', agree = '0.8', format = 'jpg' } = options;
  if (!from || !to || rest.length === 0 || !swap) throw new Refused(USAGE);
  const share = Number(agree);
  if (!(share >= 0 && share <= 1)) throw new Refused('--agree needs a number from 0 to 1.');
  const place = RECIPE_PLACINGS.find((each) => each.replace(' ', '-') === placing);
  if (!place) throw new Refused('--placing needs as-high or eye-level.');
  const file = requestOf(`each.${format}`, options);
  const photographs = await photographsIn(rest);
  const out = resolve(to);
  await mkdir(out, { recursive: true });
  process.env.DIPLEX_GUEST = '1';
  const app = await NestFactory.createApplicationContext(AppModule, { logger: ['fatal'] });
  try {
    const compositions = app.get(CompositionsService);
    const id = await findComposition(from, compositions);
    const { revision } = await compositions.load(id);
    const sources = await broughtIn(app, photographs);
    const layers = swap.split(',');
    const request = { revision, layers, sources, placing: place, agree: share, files: [file] };
    const recipes = app.get(RecipesService);
    const begun = await recipes.begin(id, request);
    const job = await lastValueFrom(app.get(JobsService).watch(begun.job.id));
    if (job.problem) throw new Refused(job.problem);
    const { results } = await recipes.find(begun.run.id);
    const deliveries = app.get(DeliveriesService);
    for (const { title, needs, delivery } of results) {
      const made = delivery ? await deliveries.file(delivery, 0) : null;
      if (made) await copyFile(made.path, join(out, made.file.name));
      const said = needs.length > 0 ? ` (needs a hand: ${needs.join('; ')})` : '';
      console.log(`${made ? join(out, made.file.name) : `${title}: nothing came of it`}${said}`);
    }
    if (results.some(({ delivery }) => !delivery))
      throw new Refused('Not every photograph became a file.');
  } finally {
    await app.close();
  }
}

runToEnd(run(), (error) => error instanceof Problem);
