import type { PickedPart, Recipe } from '@diplex/document';
import type { ComponentType } from 'react';

type RecipeOf<By> = Extract<Recipe, { by: By }>;

export interface RecipeRowsProps<By> {
  readonly part: PickedPart;
  readonly recipe: RecipeOf<By>;
}

/** How a way of picking shows in the inspector. */
export interface RecipeKind<By> {
  readonly fact: (recipe: RecipeOf<By>) => string;
  readonly Rows?: ComponentType<RecipeRowsProps<By>>;
}
