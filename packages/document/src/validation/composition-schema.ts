import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { BLEND_MODES, type BlendMode } from '../blending';
import {
  COMBINE_RULES,
  type CombineRule,
  type Composition,
  MIX_SPACES,
  type MixSpace,
  SCHEMA_VERSION,
} from '../composition';
import type { Matrix, Point } from '../geometry/matrix';
import { LIMITS } from './limits';
import { IsBlobHash, IsIdentifier, IsMatrix, IsName, IsPointList, IsTileMap } from './rules';

// The properties are set by class-transformer, so they carry no initial value.

export class SizeSchema {
  @IsInt() @Min(1) @Max(LIMITS.canvasSide) width!: number;
  @IsInt() @Min(1) @Max(LIMITS.canvasSide) height!: number;
}

export class CanvasSchema extends SizeSchema {
  @IsIn(['srgb']) profile!: 'srgb';
  @IsNumber() @Min(0) @Max(100) surround!: number;
}

export class PlacementSchema {
  @IsNumber() x!: number;
  @IsNumber() y!: number;
  @IsNumber() @Min(0.0001) @Max(10_000) scaleX!: number;
  @IsNumber() @Min(0.0001) @Max(10_000) scaleY!: number;
  @IsNumber() turn!: number;
  @IsBoolean() mirrorAcross!: boolean;
  @IsBoolean() mirrorDown!: boolean;
}

export class MaskUseSchema {
  @IsIdentifier() mask!: string;
  @IsBoolean() linked!: boolean;
  @IsBoolean() turnedRound!: boolean;
  @IsMatrix() lies!: Matrix;
}

export class PhotoLayerSchema {
  @IsIdentifier() id!: string;
  @IsIn(['photo']) kind!: 'photo';
  @IsName() name!: string;
  @IsBoolean() shown!: boolean;
  @IsBoolean() locked!: boolean;
  @IsNumber() @Min(0) @Max(1) opacity!: number;
  @IsIn(BLEND_MODES) blending!: BlendMode;
  @IsObject() @ValidateNested() @Type(() => PlacementSchema) placement!: PlacementSchema;
  @IsBlobHash() source!: string;
  @IsObject() @ValidateNested() @Type(() => SizeSchema) size!: SizeSchema;
  @IsOptional() @ValidateNested() @Type(() => MaskUseSchema) maskUse!: MaskUseSchema | null;
}

class PartSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsBoolean() shown!: boolean;
  @IsIn(COMBINE_RULES) combine!: CombineRule;
  @IsNumber() @Min(0) @Max(LIMITS.feather) feather!: number;
  @IsBoolean() inverted!: boolean;
}

class FramedPartSchema extends PartSchema {
  @IsNumber() x!: number;
  @IsNumber() y!: number;
  @IsNumber() @Min(0) width!: number;
  @IsNumber() @Min(0) height!: number;
}

export class OutlinePartSchema extends PartSchema {
  @IsIn(['outline']) kind!: 'outline';
  @IsPointList() points!: Point[];
}

export class BoxPartSchema extends FramedPartSchema {
  @IsIn(['box']) kind!: 'box';
}

export class OvalPartSchema extends FramedPartSchema {
  @IsIn(['oval']) kind!: 'oval';
}

export class PaintedPartSchema extends PartSchema {
  @IsIn(['painted']) kind!: 'painted';
  @IsInt() @Min(0) strokes!: number;
  @IsTileMap() tiles!: Record<string, string>;
}

const PART_KINDS = [
  { name: 'outline', value: OutlinePartSchema },
  { name: 'box', value: BoxPartSchema },
  { name: 'oval', value: OvalPartSchema },
  { name: 'painted', value: PaintedPartSchema },
];

/** Stands for a part whose kind is not known, so that its place in the document can be named. */
class UnknownPartSchema {
  @IsIn(PART_KINDS.map((kind) => kind.name)) kind!: string;
}

export class MaskSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsIn(['empty', 'full']) startsFrom!: 'empty' | 'full';
  @IsArray()
  @ArrayMaxSize(LIMITS.partsOfMask)
  @ValidateNested({ each: true })
  @Type(() => UnknownPartSchema, {
    discriminator: { property: 'kind', subTypes: PART_KINDS },
    keepDiscriminatorProperty: true,
  })
  parts!: (OutlinePartSchema | BoxPartSchema | OvalPartSchema | PaintedPartSchema)[];
  @IsNumber() @Min(0) @Max(LIMITS.feather) feather!: number;
}

export class CompositionSchema implements Composition {
  @Equals(SCHEMA_VERSION) schema!: typeof SCHEMA_VERSION;
  @IsName() title!: string;
  @IsObject() @ValidateNested() @Type(() => CanvasSchema) canvas!: CanvasSchema;
  @IsIn(MIX_SPACES) mixIn!: MixSpace;
  @IsArray()
  @ArrayMaxSize(LIMITS.layers)
  @ValidateNested({ each: true })
  @Type(() => PhotoLayerSchema)
  layers!: PhotoLayerSchema[];
  @IsArray()
  @ArrayMaxSize(LIMITS.layers)
  @ValidateNested({ each: true })
  @Type(() => MaskSchema)
  masks!: MaskSchema[];
}
