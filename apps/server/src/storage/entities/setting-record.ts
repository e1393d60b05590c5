import { EntitySchema } from '@mikro-orm/core';

/** Something that was set for all compositions, by name. */
export class SettingRecord {
  name!: string;
  value!: string;
}

export const SettingSchema = new EntitySchema<SettingRecord>({
  class: SettingRecord,
  tableName: 'setting',
  properties: {
    name: { type: 'string', primary: true },
    value: { type: 'string' },
  },
});
