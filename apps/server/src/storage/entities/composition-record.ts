import { EntitySchema } from '@mikro-orm/core';

/** A composition as it stands. `document` is its JSON text. */
export class CompositionRecord {
  id!: string;
  title!: string;
  /** Grows by one with every save. */
  revision!: number;
  document!: string;
  /** How many entries of the history hold. */
  position!: number;
  createdAt!: string;
  updatedAt!: string;
  /** Set while the composition is deleted and can be brought back. */
  deletedAt!: string | null;
}

export const CompositionRecordSchema = new EntitySchema<CompositionRecord>({
  class: CompositionRecord,
  tableName: 'composition',
  properties: {
    id: { type: 'string', primary: true },
    title: { type: 'string' },
    revision: { type: 'number' },
    document: { type: 'text' },
    position: { type: 'number' },
    createdAt: { type: 'string' },
    updatedAt: { type: 'string' },
    deletedAt: { type: 'string', nullable: true },
  },
});
