import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { newId, sourcesOf } from '@diplex/document';
import type { FileMetadata } from '@diplex/formats';
import { sizedExtent } from '@diplex/formats';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { Archives } from '../archives/archives.service';
import { CompositionsService } from '../compositions/compositions.service';
import { CONFIGURATION, type Configuration } from '../configuration';
import type { JobDto } from '../jobs/job.dto';
import { JobsService, type Task } from '../jobs/jobs.service';
import { Problem } from '../problems/problem';
import { detailsOf, isDiskFull } from '../problems/problem-filter';
import { Renderer } from '../rendering/renderer';
import { SourcesService } from '../sources/sources.service';
import { type DeliveredFile, DeliveryRecord } from '../storage/entities/delivery-record';
import { VersionsService } from '../versions/versions.service';
import { CONTENTS } from './contents';
import type { DeliveryContext, FileTask } from './contents/contents';
import type { DeliveryRequestDto, FileRequestDto } from './delivery.dto';
import { freeName, nameBy } from './name-pattern';

/** What a file is called unless it is said. */
const PATTERNS = { layer: '{title} - {layer}', whole: '{title}' };

/** What is delivered where a file cannot be made: the others, or nothing at all. */
type LeftOfFailed = 'the others' | 'nothing';

interface Ordered {
  readonly id: string;
  readonly request: DeliveryRequestDto;
  readonly context: DeliveryContext;
  readonly folder: string;
}

/** Whole compositions, drawn and written to files: one or many at a press. */
@Injectable()
export class DeliveriesService implements OnApplicationBootstrap {
  private readonly folder: string;

  constructor(
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(Renderer) private readonly renderer: Renderer,
    @Inject(VersionsService) private readonly versions: VersionsService,
    @Inject(Archives) private readonly archives: Archives,
    @Inject(JobsService) private readonly jobs: JobsService,
  ) {
    this.folder = join(configuration.data, 'deliveries');
  }

  /** Sweeps away what an earlier run left half-done. */
  async onApplicationBootstrap(): Promise<void> {
    if (this.configuration.guest) return;
    await mkdir(this.folder, { recursive: true });
    await rm(join(this.configuration.data, 'exports'), { recursive: true, force: true });
    const known = new Set((await this.records()).map(({ id }) => id));
    for (const name of await readdir(this.folder)) {
      if (!known.has(name)) await rm(join(this.folder, name), { recursive: true, force: true });
    }
  }

  private records(composition?: string): Promise<DeliveryRecord[]> {
    const order = { orderBy: { createdAt: 'desc' as const } };
    return this.orm.em.fork().find(DeliveryRecord, composition ? { composition } : {}, order);
  }

  /** Those of a composition, or all; the newest first. */
  all(composition?: string): Promise<DeliveryRecord[]> {
    return this.records(composition);
  }

  async find(id: string): Promise<DeliveryRecord> {
    const record = await this.orm.em.fork().findOne(DeliveryRecord, { id });
    if (!record) {
      throw new Problem(
        'not-found',
        `There is no delivery ${id}. It may have been taken off; deliver again.`,
      );
    }
    return record;
  }

  /** A file of a delivery, and where it lies. */
  async file(id: string, place: number): Promise<{ path: string; file: DeliveredFile }> {
    const record = await this.find(id);
    const file = record.files.find((each) => each.place === place);
    if (!file) throw new Problem('not-found', `This delivery has no file ${place}.`);
    return { path: this.pathOf(id, file), file };
  }

  pathOf(id: string, { name }: DeliveredFile): string {
    return join(this.folder, id, name);
  }

  /** Takes a delivery off, with its files. */
  async remove(id: string): Promise<DeliveryRecord> {
    const record = await this.find(id);
    await this.orm.em.fork().nativeDelete(DeliveryRecord, { id });
    await rm(join(this.folder, id), { recursive: true, force: true });
    return record;
  }

  /** What a composition is drawn from, and what its files say. */
  async contextOf(
    id: string,
    said: DeliveryRequestDto['metadata'] = {},
  ): Promise<DeliveryContext & { revision: number }> {
    const { document, history, revision } = await this.compositions.load(id);
    const metadata: FileMetadata = {
      ...{ title: said.title ?? document.title, description: said.description ?? '' },
      ...{ creator: said.creator ?? '', credit: said.credit ?? '', rights: said.rights ?? '' },
      ...{ place: said.place ?? '', sources: await this.sources.findMany(sourcesOf(document)) },
      ...(document.canvas.perInch && { perInch: document.canvas.perInch }),
    };
    const versions = await this.versions.of(id);
    const { renderer, archives } = this;
    return { id, document, history, versions, revision, metadata, renderer, archives };
  }

  async begin(composition: string, request: DeliveryRequestDto): Promise<JobDto> {
    const ordered = await this.ordered(composition, request);
    const count = request.files.length;
    const label = `Delivering ${count === 1 ? 'a file' : `${count} files`}`;
    return this.jobs.begin(composition, label, (task) =>
      this.carryOut(ordered, task, 'the others'),
    );
  }

  /** Delivers all that is asked for, or nothing, as a part of other work; gives the delivery. */
  async make(composition: string, request: DeliveryRequestDto, task: Task): Promise<string> {
    const ordered = await this.ordered(composition, request);
    await this.carryOut(ordered, task, 'nothing');
    return ordered.id;
  }

  /** Refuses what cannot be delivered before anything is drawn. */
  private async ordered(composition: string, request: DeliveryRequestDto): Promise<Ordered> {
    const context = await this.contextOf(composition, request.metadata);
    const { document, revision } = context;
    if (revision !== request.revision) {
      const detail = `"${document.title}" is at revision ${revision}. Save or reload, then deliver.`;
      throw new Problem('stale-revision', detail, { revision });
    }
    for (const file of request.files) CONTENTS[file.contents].check(file, context);
    const id = newId();
    return { id, request, context, folder: join(this.folder, id) };
  }

  private async carryOut(ordered: Ordered, task: Task, left: LeftOfFailed): Promise<void> {
    const { id, folder } = ordered;
    await mkdir(folder, { recursive: true });
    try {
      await this.deliver(ordered, task, left);
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
    await this.keepWithin(id);
  }

  private async deliver(ordered: Ordered, task: Task, left: LeftOfFailed): Promise<void> {
    const { id, request, context } = ordered;
    const files: DeliveredFile[] = [];
    const failed: string[] = [];
    for (const place of request.files.keys()) {
      try {
        files.push(await this.writeFile(ordered, place, files, task));
      } catch (error) {
        const noneIsMade = files.length === 0 && place === request.files.length - 1;
        const ends = left === 'nothing' || noneIsMade || isDiskFull(error);
        if (task.signal.aborted || ends) throw error;
        failed.push(detailsOf(error).detail);
      }
    }
    task.signal.throwIfAborted();
    const em = this.orm.em.fork();
    em.create(DeliveryRecord, {
      ...{ id, composition: context.id, title: context.document.title, name: request.name ?? '' },
      ...{ revision: request.revision, createdAt: new Date().toISOString(), files },
      letPass: request.letPass ?? [],
      failed,
    });
    await em.flush();
    if (failed.length > 0) {
      const count = `${failed.length} of ${request.files.length} files could not be made`;
      task.tell({ problem: `${count}. ${failed.join(' ')}` });
    }
    // The files can be fetched from now on.
    task.tell({ delivery: id, files });
  }

  private async writeFile(
    { request, context, folder }: Ordered,
    place: number,
    before: readonly DeliveredFile[],
    { signal, progress, tell }: Task,
  ): Promise<DeliveredFile> {
    const file = request.files[place] as FileRequestDto;
    const contents = CONTENTS[file.contents];
    const { ending, mediaType } = contents.file(file);
    const name = this.nameOf(file, context, place, ending, before);
    const path = join(folder, name);
    const count = request.files.length;
    const draft: FileTask = {
      ...{ path: join(folder, `${place}.part`), signal },
      progress: (share) => progress((place + share) / count),
    };
    const { remarks } = await this.wordsFor(name, () => contents.write(file, context, draft));
    signal.throwIfAborted();
    await rename(draft.path, path);
    const { size: bytes } = await stat(path);
    const written = { place, name, mediaType, bytes, remarks };
    tell({ files: [...before, written] });
    return written;
  }

  /** A failure says which file of several it is about. */
  private async wordsFor<Result>(name: string, work: () => Promise<Result>): Promise<Result> {
    try {
      return await work();
    } catch (error) {
      if (error instanceof Problem)
        throw new Problem(error.kind, `${name}: ${error.message}`, error.extensions);
      throw error;
    }
  }

  private nameOf(
    file: FileRequestDto,
    context: DeliveryContext,
    place: number,
    ending: string,
    before: readonly DeliveredFile[],
  ): string {
    const { document } = context;
    const layer = CONTENTS[file.contents].layer?.(file, context);
    const pattern = file.name || (layer ? PATTERNS.layer : PATTERNS.whole);
    const facts = {
      ...{ title: document.title, layer: layer?.name ?? '', number: place + 1 },
      ...{
        date: new Date().toISOString().slice(0, 10),
        ...sizedExtent(document.canvas, file.size),
      },
    };
    const taken = new Set(before.map(({ name }) => name.toLowerCase()));
    return freeName(nameBy(pattern, facts), ending, taken);
  }

  /** Takes the oldest deliveries off as far as all together have more bytes than are allowed; the newest stays. */
  private async keepWithin(newest: string): Promise<void> {
    let left = this.configuration.limits.deliveryBytes;
    for (const { id, files } of await this.records()) {
      left -= files.reduce((sum, { bytes }) => sum + bytes, 0);
      if (left < 0 && id !== newest) await this.remove(id);
    }
  }
}
