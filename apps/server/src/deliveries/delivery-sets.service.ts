import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { Problem } from '../problems/problem';
import { DeliverySetRecord } from '../storage/entities/delivery-set-record';

/** Files to be made at one press, kept under names, for all compositions. */
@Injectable()
export class DeliverySetsService {
  constructor(@Inject(MikroORM) private readonly orm: MikroORM) {}

  all(): Promise<DeliverySetRecord[]> {
    return this.orm.em.fork().find(DeliverySetRecord, {}, { orderBy: { name: 'asc' } });
  }

  /** Keeps a set under a name; one of that name gives way. */
  async keep(name: string, files: object[]): Promise<DeliverySetRecord> {
    const em = this.orm.em.fork();
    const savedAt = new Date().toISOString();
    return em.upsert(DeliverySetRecord, { name, files, savedAt });
  }

  async remove(name: string): Promise<DeliverySetRecord> {
    const em = this.orm.em.fork();
    const record = await em.findOne(DeliverySetRecord, { name });
    if (!record) throw new Problem('not-found', `There is no set called “${name}”.`);
    await em.removeAndFlush(record);
    return record;
  }
}
