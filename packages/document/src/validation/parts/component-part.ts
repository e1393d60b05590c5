import { IsIn } from 'class-validator';
import type { ComponentMix, ComponentPart, MarkedStroke } from '../../composition';
import { RANGES } from '../../ranges';
import { IsComponentMix, IsMarkedStrokes } from '../recipe-rule';
import { InRange, IsTonesOf } from '../rules';
import { type PartKind, PartSchema } from './part-schema';

class ComponentPartSchema extends PartSchema {
  @IsIn(['component']) kind!: 'component';
  @IsComponentMix() mix!: ComponentMix;
  @IsTonesOf() of!: ComponentPart['of'];
  @InRange(RANGES.componentValue) black!: number;
  @InRange(RANGES.componentValue) white!: number;
  @InRange(RANGES.gamma) gamma!: number;
  @IsMarkedStrokes() samples!: MarkedStroke[];
}

export const componentPart: PartKind<'component'> = {
  schema: ComponentPartSchema,
  problems: ({ black, white }) =>
    black === white ? [{ at: 'white', says: 'must differ from black' }] : [],
};
