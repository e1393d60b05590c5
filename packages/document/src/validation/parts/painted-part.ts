import { IsIn, IsInt, IsOptional, Min } from 'class-validator';
import { IsTileMap } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class PaintedPartSchema extends PartSchema {
  @IsIn(['painted']) kind!: 'painted';
  @IsInt() @Min(0) strokes!: number;
  @IsOptional() @IsInt() @Min(0) sheer?: number;
  @IsTileMap() tiles!: Record<string, string>;
}

export const paintedPart: PartKind<'painted'> = {
  schema: PaintedPartSchema,
};
