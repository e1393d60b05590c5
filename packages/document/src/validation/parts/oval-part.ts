import { IsIn } from 'class-validator';
import { FramedPartSchema, type PartKind } from './part-schema';

class OvalPartSchema extends FramedPartSchema {
  @IsIn(['oval']) kind!: 'oval';
}

export const ovalPart: PartKind<'oval'> = {
  schema: OvalPartSchema,
};
