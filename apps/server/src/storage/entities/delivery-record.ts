import { EntitySchema, JsonType } from '@mikro-orm/core';

/** A file of a delivery; it lies in the delivery's folder under its name. */
export interface DeliveredFile {
  readonly place: number;
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: number;
  readonly remarks: readonly string[];
}

/** Files that were made of a composition at one press. It outlives the composition. */
export class DeliveryRecord {
  id!: string;
  composition!: string;
  title!: string;
  name!: string;
  revision!: number;
  createdAt!: string;
  files!: DeliveredFile[];
  letPass!: string[];
  /** Why files that were asked for are not among them, each by its name. */
  failed!: string[];
}

export const DeliveryRecordSchema = new EntitySchema<DeliveryRecord>({
  class: DeliveryRecord,
  tableName: 'delivery',
  properties: {
    id: { type: 'string', primary: true },
    composition: { type: 'string' },
    title: { type: 'string' },
    name: { type: 'string' },
    revision: { type: 'number' },
    createdAt: { type: 'string' },
    files: { type: JsonType },
    letPass: { type: JsonType },
    failed: { type: JsonType },
  },
});
