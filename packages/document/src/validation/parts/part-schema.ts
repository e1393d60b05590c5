import { IsBoolean, IsIn, IsNumber, IsOptional, Min } from 'class-validator';
import { COMBINE_RULES, type CombineRule, type MaskPart } from '../../composition';
import { RANGES } from '../../ranges';
import { InRange, IsIdentifier, IsName } from '../rules';

// The properties are set by class-transformer, so they carry no initial value.

export class PartSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsBoolean() shown!: boolean;
  @IsIn(COMBINE_RULES) combine!: CombineRule;
  @InRange(RANGES.feather) feather!: number;
  @IsBoolean() inverted!: boolean;
  @IsOptional() @InRange(RANGES.share) amount?: number;
}

/** One that is a frame of the picture. */
export class FramedPartSchema extends PartSchema {
  @IsNumber() x!: number;
  @IsNumber() y!: number;
  @IsNumber() @Min(0) width!: number;
  @IsNumber() @Min(0) height!: number;
  @IsOptional() @IsNumber() turn?: number;
}

/** A kind of mask part: what it must be made of, and what of valid values still cannot be drawn. */
export interface PartKind<Kind extends MaskPart['kind'] = MaskPart['kind']> {
  readonly schema: new () => Extract<MaskPart, { kind: Kind }>;
  /** `at` is the property that is wrong. */
  readonly problems?: (part: Extract<MaskPart, { kind: Kind }>) => { at: string; says: string }[];
}
