import { EntitySchema, JsonType } from '@mikro-orm/core';

/** What a source is for: to be laid in, or to be painted with. */
export const SOURCE_KINDS = ['picture', 'tip'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

/** What its rights allow: any use; any that names who made it; none that is published. */
export const SOURCE_TERMS = ['free', 'credited', 'barred'] as const;
export type SourceTerms = (typeof SOURCE_TERMS)[number];

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
  /** Exposure value at ISO 100; one more lets in half as much light. */
  exposure!: number | null;
  /** Where it was taken, in words, by its EXIF data; empty where that is not told. */
  place!: string;
  addedAt!: string;
  title!: string;
  credit!: string;
  rights!: string;
  note!: string;
  kind!: SourceKind;
  terms!: SourceTerms;
  /** Names of the collections that it belongs to. */
  collections!: string[];
  /** Off the shelf it is no longer offered; what uses it goes on doing so. */
  offShelf!: boolean;
  /** The address in a library that it came from; empty for one that was brought in here. */
  origin!: string;
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
    exposure: { type: 'double', nullable: true },
    place: { type: 'string' },
    addedAt: { type: 'string' },
    title: { type: 'string' },
    credit: { type: 'string' },
    rights: { type: 'string' },
    note: { type: 'string' },
    kind: { type: 'string' },
    terms: { type: 'string' },
    collections: { type: JsonType },
    offShelf: { type: 'boolean' },
    origin: { type: 'string' },
  },
});
