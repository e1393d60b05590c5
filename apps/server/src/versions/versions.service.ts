import { newId } from '@diplex/document';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { CompositionsService } from '../compositions/compositions.service';
import { Problem } from '../problems/problem';
import { VersionRecord } from '../storage/entities/version-record';
import type { VersionDto } from './version.dto';

/** States of compositions that were given names. */
@Injectable()
export class VersionsService {
  constructor(
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
  ) {}

  /** Those of a composition, the newest first. */
  async of(composition: string): Promise<VersionDto[]> {
    await this.compositions.record(composition);
    const order = { orderBy: { createdAt: 'desc' as const } };
    const records = await this.orm.em.fork().find(VersionRecord, { composition }, order);
    return records.map((record) => this.told(record));
  }

  /** Keeps a state under a name; all pixels that it names must be here. */
  async keep(composition: string, name: string, state: object): Promise<VersionDto> {
    await this.compositions.record(composition);
    const document = JSON.stringify(await this.compositions.checkedState(state));
    const em = this.orm.em.fork();
    const record = em.create(VersionRecord, {
      ...{ id: newId(), composition, name, document, createdAt: new Date().toISOString() },
    });
    await em.flush();
    return this.told(record);
  }

  async rename(id: string, name: string): Promise<VersionDto> {
    const em = this.orm.em.fork();
    const record = await em.findOne(VersionRecord, { id });
    if (!record) throw missing(id);
    record.name = name;
    await em.flush();
    return this.told(record);
  }

  /** Answers what was taken away, so that it can be kept again. */
  async remove(id: string): Promise<VersionDto> {
    const em = this.orm.em.fork();
    const record = await em.findOne(VersionRecord, { id });
    if (!record) throw missing(id);
    await em.removeAndFlush(record);
    return this.told(record);
  }

  private told({ id, name, createdAt, document }: VersionRecord): VersionDto {
    return { id, name, createdAt, document: this.compositions.present(JSON.parse(document)) };
  }
}

function missing(id: string): Problem {
  return new Problem('not-found', `There is no version ${id}. It may have been taken away.`);
}
