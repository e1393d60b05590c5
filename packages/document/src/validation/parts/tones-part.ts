import { IsIn } from 'class-validator';
import { TONE_COMPONENTS, type ToneComponent, type TonesPart } from '../../composition';
import { TONES_SAY, tonesRise } from '../../tones-rise';
import { IsNumbers, IsTonesOf } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class TonesPartSchema extends PartSchema {
  @IsIn(['tones']) kind!: 'tones';
  @IsIn(TONE_COMPONENTS) component!: ToneComponent;
  @IsTonesOf() of!: TonesPart['of'];
  @IsNumbers(2, 0, 1) low!: [number, number];
  @IsNumbers(2, 0, 1) high!: [number, number];
}

export const tonesPart: PartKind<'tones'> = {
  schema: TonesPartSchema,
  problems: (part) => (tonesRise(part) ? [] : [{ at: 'high', says: TONES_SAY }]),
};
