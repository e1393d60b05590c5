import { IsIn, IsNumber, IsOptional, Min } from 'class-validator';
import type { Recipe } from '../../composition';
import { RANGES } from '../../ranges';
import { IsRecipe } from '../recipe-rule';
import { InRange, IsIdentifier, IsTileMap } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class PickedPartSchema extends PartSchema {
  @IsIn(['picked']) kind!: 'picked';
  @IsRecipe() recipe!: Recipe;
  @IsOptional() @IsNumber() @Min(0) specks?: number;
  @IsOptional() @InRange(RANGES.strands) strands?: number;
  @IsOptional() @InRange(RANGES.patches) patches?: number;
  @IsOptional() @InRange(RANGES.edgeBand) solved?: number | null;
  @IsOptional() @IsIdentifier() seen?: string;
  @IsTileMap() tiles!: Record<string, string>;
}

export const pickedPart: PartKind<'picked'> = {
  schema: PickedPartSchema,
};
