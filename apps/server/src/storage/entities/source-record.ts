import { EntitySchema } from '@mikro-orm/core';

/** A photograph brought in; its file is the blob of the same hash. */
export class SourceRecord {
  hash!: string;
  /** The name of the file as it was brought in. */
  name!: string;
  format!: string;
  /** After the orientation in the file's metadata was applied. */
  width!: number;
  height!: number;
  bits!: 8 | 16;
  channels!: 3 | 4;
  /** The name of the file's own colour profile. */
  profile!: string;
  bytes!: number;
  takenAt!: string | null;
  addedAt!: string;
  title!: string;
  credit!: string;
  rights!: string;
  note!: string;
}

export const SourceSchema = new EntitySchema<SourceRecord>({
  class: SourceRecord,
  tableName: 'source',
  properties: {
    hash: { type: 'string', primary: true },
    name: { type: 'string' },
    format: { type: 'string' },
    width: { type: 'number' },
    height: { type: 'number' },
    bits: { type: 'number' },
    channels: { type: 'number' },
    profile: { type: 'string' },
    bytes: { type: 'number' },
    takenAt: { type: 'string', nullable: true },
    addedAt: { type: 'string' },
    title: { type: 'string' },
    credit: { type: 'string' },
    rights: { type: 'string' },
    note: { type: 'string' },
  },
});
