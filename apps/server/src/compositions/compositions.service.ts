import {
  applyChange,
  type Composition,
  CompositionInvalid,
  EMPTY_HISTORY,
  goTo,
  type History,
  type HistoryChange,
  HistoryChangeSchema,
  newComposition,
  newId,
  problemsOf,
  sourcesOf,
  tiledOf,
} from '@diplex/document';
import { openedDocument, validateComposition } from '@diplex/steps';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { Problem } from '../problems/problem';
import { BlobStore } from '../storage/blob-store';
import { CompositionRecord } from '../storage/entities/composition-record';
import { HistoryRecord } from '../storage/entities/history-record';
import type { CompositionDto, NewCompositionDto, SavedDto } from './composition.dto';

/** Compositions whose history is kept in memory, so that a save need not read it all again. */
const KEPT_OPEN = 8;

interface OpenComposition {
  readonly revision: number;
  readonly document: Composition;
  readonly history: History;
  /** Whether what is stored is of an earlier schema, its history too. */
  readonly migrated: boolean;
}

function checked(document: unknown): Composition {
  try {
    return validateComposition(document);
  } catch (error) {
    if (!(error instanceof CompositionInvalid)) throw error;
    throw new Problem('invalid-document', error.message, { problems: error.problems });
  }
}

@Injectable()
export class CompositionsService {
  private readonly open = new Map<string, OpenComposition>();

  constructor(
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(BlobStore) private readonly blobs: BlobStore,
  ) {}

  /** All that are not deleted, the last changed first. */
  all(): Promise<CompositionRecord[]> {
    const order = { orderBy: { updatedAt: 'desc' as const } };
    return this.orm.em.fork().find(CompositionRecord, { deletedAt: null }, order);
  }

  async record(id: string): Promise<CompositionRecord> {
    const record = await this.orm.em.fork().findOne(CompositionRecord, { id, deletedAt: null });
    if (!record) throw new Problem('not-found', `There is no composition ${id}.`);
    return record;
  }

  async load(id: string): Promise<CompositionDto> {
    const record = await this.record(id);
    const { document, history } = await this.opened(record);
    return { id, revision: record.revision, updatedAt: record.updatedAt, document, history };
  }

  /** Makes a composition from whichever start was given. */
  async create(start: NewCompositionDto): Promise<SavedDto> {
    const { document, history } = await this.started(start);
    await this.checkPixels(document, null);
    const now = new Date().toISOString();
    const id = newId();
    const em = this.orm.em.fork();
    await em.transactional(async (inside) => {
      inside.create(CompositionRecord, {
        ...{ id, title: document.title, revision: 1, document: JSON.stringify(document) },
        ...{ position: history.position, createdAt: now, updatedAt: now, deletedAt: null },
      });
      await inside.flush();
      await this.writeEntries(inside, id, 0, history.entries);
    });
    return { id, revision: 1, updatedAt: now };
  }

  /** Refuses a start that no composition can be made of, whatever pixels there are. */
  async checkStart(start: NewCompositionDto): Promise<void> {
    await this.started(start);
  }

  private async started(
    start: NewCompositionDto,
  ): Promise<{ document: Composition; history: History }> {
    if (start.copyOf) {
      const { document, history } = await this.load(start.copyOf);
      return { document: { ...document, title: start.title ?? `${document.title} copy` }, history };
    }
    if (start.document) {
      const document = checked(start.document);
      const { entries = [], position = 0 } = start.history ?? {};
      const change = this.checkedChange({ keep: 0, append: entries, position });
      if (position > entries.length) {
        const detail = `The history has ${entries.length} steps, and ${position} of them are to hold.`;
        throw new Problem('invalid-document', detail);
      }
      const { history } = this.fit(() =>
        openedDocument(start.document, { entries: change.append, position }),
      );
      this.fit(() => goTo(document, history, 0));
      return { document: { ...document, title: start.title ?? document.title }, history };
    }
    if (!start.canvas) {
      const detail = 'A new composition needs a size: canvas {width, height} in pixels.';
      throw new Problem('invalid-request', detail);
    }
    const document = checked(newComposition(start.title ?? 'Untitled', start.canvas));
    return { document, history: EMPTY_HISTORY };
  }

  /** A state as a document of today whose pixels are all here. */
  async checkedState(state: unknown): Promise<Composition> {
    const document = checked(state);
    await this.checkPixels(document, null);
    return document;
  }

  /** A stored document as one of today. */
  present(stored: unknown): Composition {
    return checked(stored);
  }

  private checkedChange(value: unknown): HistoryChangeSchema {
    const change = plainToInstance(HistoryChangeSchema, value);
    const [problem] = problemsOf(validateSync(change));
    if (problem) {
      throw new Problem('invalid-document', `The history: ${problem.where} ${problem.says}`);
    }
    return change;
  }

  /** Runs a step along the history; what does not fit is the client's mistake. */
  private fit<Result>(step: () => Result): Result {
    try {
      return step();
    } catch (error) {
      const detail = `The steps do not fit the saved history: ${(error as Error).message}`;
      throw new Problem('invalid-document', detail);
    }
  }

  /** Saves a change of the history if nobody saved since `revision`. */
  async save(id: string, revision: number, change: HistoryChange): Promise<SavedDto> {
    const record = await this.record(id);
    if (record.revision !== revision) throw this.stale(record);
    const saved = await this.opened(record);
    const after = this.fit(() => applyChange(saved.document, saved.history, change));
    const document = checked(after.composition);
    await this.checkPixels(document, saved.document);
    const updatedAt = new Date().toISOString();
    const next = revision + 1;
    await this.orm.em.fork().transactional(async (em) => {
      const changed = await em.nativeUpdate(
        CompositionRecord,
        { id, revision, deletedAt: null },
        {
          ...{ revision: next, title: document.title, document: JSON.stringify(document) },
          ...{ position: after.history.position, updatedAt },
        },
      );
      if (changed === 0) throw this.stale(await this.record(id));
      // A history of an earlier schema is told anew from its beginning.
      const keep = saved.migrated ? 0 : change.keep;
      await em.nativeDelete(HistoryRecord, { composition: id, place: { $gte: keep } });
      await this.writeEntries(em, id, keep, after.history.entries.slice(keep));
    });
    this.keepOpen(id, { revision: next, document, history: after.history, migrated: false });
    return { id, revision: next, updatedAt };
  }

  /** Marks a composition as deleted, or takes that back; nothing is lost. */
  async setDeleted(id: string, revision: number, deleted: boolean): Promise<SavedDto> {
    const em = this.orm.em.fork();
    const record = await em.findOne(CompositionRecord, { id });
    if (!record) throw new Problem('not-found', `There is no composition ${id}.`);
    if (record.revision !== revision) throw this.stale(record);
    record.deletedAt = deleted ? new Date().toISOString() : null;
    await em.flush();
    return { id, revision, updatedAt: record.updatedAt };
  }

  private stale(record: CompositionRecord): Problem {
    const detail =
      `"${record.title}" was changed elsewhere at ${record.updatedAt}. ` +
      'Load that state, or keep yours as a copy.';
    const { revision, updatedAt } = record;
    return new Problem('stale-revision', detail, { revision, updatedAt });
  }

  private async opened(record: CompositionRecord): Promise<OpenComposition> {
    const known = this.open.get(record.id);
    if (known?.revision === record.revision) return known;
    const rows = await this.orm.em
      .fork()
      .find(HistoryRecord, { composition: record.id }, { orderBy: { place: 'asc' } });
    const entries = rows.map((row) => JSON.parse(row.entry) as History['entries'][number]);
    const stored = JSON.parse(record.document);
    const document = checked(stored);
    const { history, migrated } = openedDocument(stored, { entries, position: record.position });
    const made = { revision: record.revision, document, history, migrated };
    this.keepOpen(record.id, made);
    return made;
  }

  private keepOpen(id: string, composition: OpenComposition): void {
    this.open.delete(id);
    this.open.set(id, composition);
    const oldest = this.open.keys().next().value;
    if (this.open.size > KEPT_OPEN && oldest !== undefined) this.open.delete(oldest);
  }

  private async writeEntries(
    em: MikroORM['em'],
    composition: string,
    from: number,
    entries: History['entries'],
  ): Promise<void> {
    if (entries.length === 0) return;
    await em.insertMany(
      HistoryRecord,
      entries.map((entry, i) => ({ composition, place: from + i, entry: JSON.stringify(entry) })),
    );
  }

  /** A composition may only name pixels that are here; what was saved before is known to be. */
  private async checkPixels(document: Composition, before: Composition | null): Promise<void> {
    const named = pixelsNamed(document);
    for (const hash of before ? pixelsNamed(before) : []) named.delete(hash);
    for (const hash of named) {
      if (await this.blobs.has(hash)) continue;
      const detail = `The composition uses pixels that are not here (${hash}). Send the blob first.`;
      throw new Problem('missing-pixels', detail, { hash });
    }
  }
}

function pixelsNamed(document: Composition): Set<string> {
  const tiles = tiledOf(document).flatMap((each) => Object.values(each.tiles));
  return new Set([...sourcesOf(document), ...tiles]);
}
