import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { detailsOf } from '../problems/problem-filter';
import { Pyramids } from '../rendering/pyramids';
import { BlobStore, type Incoming } from '../storage/blob-store';
import { CompositionRecord } from '../storage/entities/composition-record';
import { SourceRecord } from '../storage/entities/source-record';
import { readFacts, readPixels } from './read-picture';
import type { ReceivedFile } from './receive-files';
import { type ImportResultDto, type SourceChangeDto, SourceDto } from './source.dto';

/** The shelf: photographs brought in, and what is known of them. */
@Injectable()
export class SourcesService {
  constructor(
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(Pyramids) private readonly pyramids: Pyramids,
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
  ) {}

  /** All sources, the newest first. */
  all(): Promise<SourceRecord[]> {
    return this.orm.em.fork().find(SourceRecord, {}, { orderBy: { addedAt: 'desc', name: 'asc' } });
  }

  async find(hash: string): Promise<SourceRecord> {
    const record = await this.orm.em.fork().findOne(SourceRecord, { hash });
    if (!record) throw new Problem('not-found', `There is no source ${hash} on the shelf.`);
    return record;
  }

  findMany(hashes: readonly string[]): Promise<SourceRecord[]> {
    return this.orm.em.fork().find(SourceRecord, { hash: { $in: [...hashes] } });
  }

  async change(hash: string, change: SourceChangeDto): Promise<SourceRecord> {
    const em = this.orm.em.fork();
    const record = await em.findOne(SourceRecord, { hash });
    if (!record) throw new Problem('not-found', `There is no source ${hash} on the shelf.`);
    if (change.offShelf) await this.refuseUsed(record);
    for (const [key, value] of Object.entries(change)) {
      if (value !== undefined) Object.assign(record, { [key]: value });
    }
    await em.flush();
    return record;
  }

  /** Keeps the address in a library that a source came from. */
  async setOrigin(hash: string, origin: string): Promise<void> {
    await this.orm.em.fork().nativeUpdate(SourceRecord, { hash }, { origin });
  }

  /** Titles of the compositions in which a source is used, those changed last first. */
  private async usedBy(hash: string): Promise<string[]> {
    const found = await this.orm.em
      .fork()
      .find(
        CompositionRecord,
        { deletedAt: null, document: { $like: `%${hash}%` } },
        { fields: ['title'], orderBy: { updatedAt: 'desc' } },
      );
    return found.map(({ title }) => title);
  }

  private async refuseUsed({ hash, title }: SourceRecord): Promise<void> {
    const [first, ...more] = await this.usedBy(hash);
    if (first === undefined) return;
    const others = more.length > 0 ? ` and ${more.length} more` : '';
    throw new Problem(
      'still-used',
      `${title} is used by “${first}”${others}. Take it out there first; it stays on the shelf.`,
    );
  }

  /** Brings one received file in. Whatever is wrong with it, the others are not concerned. */
  async bringIn({ name, incoming }: ReceivedFile): Promise<ImportResultDto> {
    if (incoming instanceof Problem) {
      return { file: name, outcome: 'refused', problem: incoming.details };
    }
    try {
      return await this.store(name, incoming);
    } catch (error) {
      await this.blobs.discard(incoming);
      return { file: name, outcome: 'refused', problem: detailsOf(error) };
    }
  }

  private async store(name: string, incoming: Incoming): Promise<ImportResultDto> {
    const em = this.orm.em.fork();
    const { hash } = incoming;
    const known = await em.findOne(SourceRecord, { hash });
    if (known) {
      // Puts the file back when it was lost, and on the shelf again when it was taken off.
      await this.blobs.keep(incoming);
      known.offShelf = false;
      await em.flush();
      return { file: name, outcome: 'known', source: SourceDto.of(known) };
    }
    const { limits } = this.configuration;
    const facts = await readFacts(incoming.path, name, limits.pixels);
    const pixels = await readPixels(incoming.path, name, facts);
    await this.pyramids.make(hash, pixels);
    await this.blobs.keep(incoming);
    const { plainValues: _, ...stated } = facts;
    const record = em.create(SourceRecord, {
      ...{ hash, name, ...stated, bytes: incoming.bytes },
      ...{ width: pixels.width, height: pixels.height, channels: pixels.channels },
      addedAt: new Date().toISOString(),
      title: name.replace(/\.[^.]+$/, ''),
      ...{ credit: '', rights: '', note: '', collections: [] },
      ...{ kind: 'picture' as const, terms: 'free' as const, offShelf: false, origin: '' },
    });
    await em.persistAndFlush(record);
    return { file: name, outcome: 'added', source: SourceDto.of(record) };
  }
}
