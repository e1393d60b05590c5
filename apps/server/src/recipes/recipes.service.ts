import { type Composition, isPhoto, newId, type PhotoLayer } from '@diplex/document';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { CompositionsService } from '../compositions/compositions.service';
import { layerAsked } from '../deliveries/contents/layer-asked';
import { DeliveriesService } from '../deliveries/deliveries.service';
import type { FileRequestDto } from '../deliveries/delivery.dto';
import type { JobDto } from '../jobs/job.dto';
import { JobsService, type Task } from '../jobs/jobs.service';
import { Problem } from '../problems/problem';
import { detailsOf } from '../problems/problem-filter';
import { SourcesService } from '../sources/sources.service';
import { type RecipeResult, RecipeRunRecord } from '../storage/entities/recipe-run-record';
import type { SourceRecord } from '../storage/entities/source-record';
import type { RecipeRequestDto } from './recipe.dto';
import { type Pattern, RecipeMaker, type Swapped } from './recipe-maker';
import { SubjectPixels } from './subject-pixels';

/** How far photographs are made to agree with the scene, unless it is said. */
const AGREE = 0.8;

/** Runs of recipes are kept so many. */
const KEPT_RUNS = 100;

/** A composition used again on other photographs, one after the other. */
@Injectable()
export class RecipesService {
  private readonly log = new Logger('Recipes');

  constructor(
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(DeliveriesService) private readonly deliveries: DeliveriesService,
    @Inject(RecipeMaker) private readonly maker: RecipeMaker,
    @Inject(SubjectPixels) private readonly pixels: SubjectPixels,
    @Inject(JobsService) private readonly jobs: JobsService,
  ) {}

  /** Runs of a composition, the newest first. */
  all(composition: string): Promise<RecipeRunRecord[]> {
    const order = { orderBy: { createdAt: 'desc' as const } };
    return this.orm.em.fork().find(RecipeRunRecord, { composition }, order);
  }

  async find(id: string): Promise<RecipeRunRecord> {
    const record = await this.orm.em.fork().findOne(RecipeRunRecord, { id });
    if (!record)
      throw new Problem('not-found', `There is no run ${id} of a recipe. It may be too old.`);
    return record;
  }

  async begin(
    composition: string,
    request: RecipeRequestDto,
  ): Promise<{ run: RecipeRunRecord; job: JobDto }> {
    const context = await this.deliveries.contextOf(composition);
    const { document, revision } = context;
    if (revision !== request.revision) {
      const detail = `"${document.title}" is at revision ${revision}. Save or reload, then run it.`;
      throw new Problem('stale-revision', detail, { revision });
    }
    const layers = request.layers.map((layer) =>
      photoLayer(layerAsked({ contents: 'cut-out', layer }, context)),
    );
    await this.sourcesOf(request.sources);
    const em = this.orm.em.fork();
    const run = em.create(RecipeRunRecord, {
      ...{ id: newId(), composition, title: document.title, document: JSON.stringify(document) },
      request: {
        ...request,
        layers: [...new Set(layers.map(({ id }) => id))],
        files: request.files ?? [],
      },
      ...{ results: [], createdAt: new Date().toISOString() },
    });
    await em.flush();
    await this.forgetOld();
    return { run, job: this.work(run) };
  }

  /** Goes on with a run that was stopped, or did not end: with the photographs of which nothing has come yet. */
  async goOn(id: string): Promise<{ run: RecipeRunRecord; job: JobDto }> {
    const run = await this.find(id);
    if (run.results.length < run.request.sources.length) return { run, job: this.work(run) };
    throw new Problem('invalid-request', 'This run is done: there is nothing to go on with.');
  }

  private async forgetOld(): Promise<void> {
    const order = { orderBy: { createdAt: 'desc' as const }, offset: KEPT_RUNS, limit: 1000 };
    const em = this.orm.em.fork();
    const old = await em.find(RecipeRunRecord, {}, order);
    if (old.length > 0)
      await em.nativeDelete(RecipeRunRecord, { id: { $in: old.map(({ id }) => id) } });
  }

  private async sourcesOf(hashes: readonly string[]): Promise<SourceRecord[]> {
    const known = await this.sources.findMany(hashes);
    const missing = hashes.filter((hash) => !known.some((source) => source.hash === hash));
    if (missing.length === 0)
      return hashes.flatMap((hash) => known.filter((each) => each.hash === hash));
    throw new Problem('not-found', `Not on the shelf: ${missing.join(', ')}. Bring them in first.`);
  }

  private work(run: RecipeRunRecord): JobDto {
    const { composition, request } = run;
    const left = request.sources.length - run.results.length;
    const label = `Using the composition on ${left} photograph${left === 1 ? '' : 's'}`;
    return this.jobs.begin(composition, label, (task) => this.each(run, task));
  }

  private async each(run: RecipeRunRecord, task: Task): Promise<void> {
    const pattern = await this.patternOf(run, task.signal);
    const done = new Set(run.results.map(({ source }) => source));
    const sources = await this.sourcesOf(run.request.sources);
    const left = sources.filter(({ hash }) => !done.has(hash));
    const results = [...run.results];
    for (const [i, source] of left.entries()) {
      const result = await this.one(run, pattern, source, task);
      task.signal.throwIfAborted();
      results.push(result);
      await this.orm.em.fork().nativeUpdate(RecipeRunRecord, { id: run.id }, { results });
      task.progress((i + 1) / left.length);
    }
  }

  private async patternOf(
    { document, request }: RecipeRunRecord,
    signal: AbortSignal,
  ): Promise<Pattern> {
    const composition = this.compositions.present(JSON.parse(document));
    const swapped: Swapped[] = [];
    for (const id of request.layers) {
      const layer = photoLayer(composition.layers[id]);
      const subject = await this.pixels.shownBox(composition, layer.id, signal);
      if (!subject) {
        const detail = `Nothing of ${layer.name} shows on the canvas, so there is no place to put others in. Show it first.`;
        throw new Problem('invalid-request', detail);
      }
      swapped.push({ layer, subject });
    }
    const { agree = AGREE, placing = 'as high' } = request;
    return { composition, swapped, agree, placing };
  }

  /** What comes of one photograph; when it fails that is what needs a hand, and the others go on. */
  private async one(
    { request }: RecipeRunRecord,
    pattern: Pattern,
    source: SourceRecord,
    task: Task,
  ): Promise<RecipeResult> {
    const begun = Date.now();
    const { hash, title, width, height } = source;
    const seconds = () => Math.round((Date.now() - begun) / 100) / 10;
    try {
      const { document, needs } = await this.maker.make(
        ...([pattern, { hash, title, width, height }, task.signal] as const),
      );
      const { id } = await this.compositions.create({ document });
      const delivery = await this.delivered(id, document, request.files as FileRequestDto[], task);
      return { source: hash, title, composition: id, needs, delivery, seconds: seconds() };
    } catch (error) {
      if (task.signal.aborted) throw error;
      this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
      const needs = [`it failed: ${detailsOf(error).detail}`];
      return { source: hash, title, composition: null, needs, delivery: null, seconds: seconds() };
    }
  }

  private async delivered(
    id: string,
    { title }: Composition,
    files: readonly FileRequestDto[] | undefined,
    { signal }: Task,
  ): Promise<string | null> {
    if (!files || files.length === 0) return null;
    const quiet: Task = { signal, progress: () => undefined, tell: () => undefined };
    const request = { revision: 1, files: [...files], name: title };
    return this.deliveries.make(id, request, quiet);
  }
}

function photoLayer(layer: PhotoLayer | Composition['layers'][string] | undefined): PhotoLayer {
  if (layer && isPhoto(layer)) return layer;
  const detail = `${layer?.name ?? 'That layer'} shows no photograph. Choose a layer that does: its photograph is swapped.`;
  throw new Problem('invalid-request', detail);
}
