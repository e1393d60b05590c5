import { EntitySchema } from '@mikro-orm/core';

/** One entry of a composition's history, as JSON text. */
export class HistoryRecord {
  composition!: string;
  /** Place in the history, from 0. */
  place!: number;
  entry!: string;
}

export const HistoryRecordSchema = new EntitySchema<HistoryRecord>({
  class: HistoryRecord,
  tableName: 'history_entry',
  properties: {
    composition: { type: 'string', primary: true },
    place: { type: 'number', primary: true },
    entry: { type: 'text' },
  },
});
