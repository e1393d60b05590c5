import { EntitySchema, JsonType } from '@mikro-orm/core';

/** Files to be made at one press, under a name. */
export class DeliverySetRecord {
  name!: string;
  files!: object[];
  savedAt!: string;
}

export const DeliverySetSchema = new EntitySchema<DeliverySetRecord>({
  class: DeliverySetRecord,
  tableName: 'delivery_set',
  properties: {
    name: { type: 'string', primary: true },
    files: { type: JsonType },
    savedAt: { type: 'string' },
  },
});
