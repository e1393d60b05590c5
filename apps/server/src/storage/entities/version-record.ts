import { EntitySchema } from '@mikro-orm/core';

/** A state of a composition that was given a name. `document` is its JSON text and never changes. */
export class VersionRecord {
  id!: string;
  composition!: string;
  name!: string;
  document!: string;
  createdAt!: string;
}

export const VersionRecordSchema = new EntitySchema<VersionRecord>({
  class: VersionRecord,
  tableName: 'version',
  properties: {
    id: { type: 'string', primary: true },
    composition: { type: 'string' },
    name: { type: 'string' },
    document: { type: 'text' },
    createdAt: { type: 'string' },
  },
});
