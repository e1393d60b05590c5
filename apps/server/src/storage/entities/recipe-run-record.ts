import { EntitySchema, JsonType } from '@mikro-orm/core';

/** How large each subject becomes where the one before it stood: as high as that, or cut by the horizon at its own eye level. */
export const RECIPE_PLACINGS = ['as high', 'eye level'] as const;
export type RecipePlacing = (typeof RECIPE_PLACINGS)[number];

/** What was asked of a run. */
export interface RecipeAsked {
  readonly revision: number;
  /** Ids of the layers whose photographs are swapped. */
  readonly layers: readonly string[];
  readonly placing?: RecipePlacing;
  readonly sources: readonly string[];
  readonly agree?: number;
  readonly files?: readonly object[];
}

export interface RecipeResult {
  readonly source: string;
  readonly title: string;
  readonly composition: string | null;
  readonly needs: readonly string[];
  readonly delivery: string | null;
  readonly seconds: number;
}

/** A composition used again on other photographs; what has come of it is kept photograph by photograph. */
export class RecipeRunRecord {
  id!: string;
  composition!: string;
  title!: string;
  /** The composition as it was when the run was begun: JSON text. */
  document!: string;
  request!: RecipeAsked;
  results!: RecipeResult[];
  createdAt!: string;
}

export const RecipeRunSchema = new EntitySchema<RecipeRunRecord>({
  class: RecipeRunRecord,
  tableName: 'recipe_run',
  properties: {
    id: { type: 'string', primary: true },
    composition: { type: 'string' },
    title: { type: 'string' },
    document: { type: 'text' },
    request: { type: JsonType },
    results: { type: JsonType },
    createdAt: { type: 'string' },
  },
});
