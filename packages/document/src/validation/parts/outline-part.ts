import { IsIn, IsOptional } from 'class-validator';
import type { OutlinePoint } from '../../composition';
import { IsLoops, IsPointList } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class OutlinePartSchema extends PartSchema {
  @IsIn(['outline']) kind!: 'outline';
  @IsPointList() points!: OutlinePoint[];
  @IsOptional() @IsLoops() further?: OutlinePoint[][];
}

export const outlinePart: PartKind<'outline'> = {
  schema: OutlinePartSchema,
};
