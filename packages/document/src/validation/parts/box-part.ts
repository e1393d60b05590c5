import { IsIn } from 'class-validator';
import { FramedPartSchema, type PartKind } from './part-schema';

class BoxPartSchema extends FramedPartSchema {
  @IsIn(['box']) kind!: 'box';
}

export const boxPart: PartKind<'box'> = {
  schema: BoxPartSchema,
};
