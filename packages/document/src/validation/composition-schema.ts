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
  IsPositive,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { BLEND_MODES, type BlendMode, LAYER_BLENDINGS, type LayerBlending } from '../blending';
import {
  type Coat,
  type Composition,
  type Content,
  type DrawnText,
  type Fill,
  type FillColour,
  FRINGE_WHERE,
  type FringeWhere,
  GROUP_MIXING,
  type GroupMixing,
  type LetterFont,
  type LetteringContent,
  type MaskPart,
  MIX_SPACES,
  type MixSpace,
  type OutlinePoint,
  PROFILES,
  type Profile,
  PUSH_EDGES,
  type PushEdge,
  SCHEMA_VERSION,
  SHADOW_FALLS,
  type ShadowContent,
  type Shape,
  type ShapeStroke,
  STROKE_PLACES,
  TEXT_ALIGNS,
  TONE_COMPONENTS,
  type ToneComponent,
  VANISHING_WAYS,
  type VanishingWay,
} from '../composition';
import type { Matrix, Point } from '../geometry/matrix';
import type { Quad } from '../geometry/projective';
import { RANGES } from '../ranges';
import { IsCoats } from './coats-rule';
import { IsDrawnText, IsLetterFont, IsText } from './drawn-rule';
import { IsFill, IsFillColour } from './fill-rule';
import { LIMITS } from './limits';
import { PART_KINDS } from './parts';
import {
  InRange,
  IsBlobHash,
  IsIdentifier,
  IsIdentifierList,
  IsMatrix,
  IsName,
  IsNumbers,
  IsOpenLine,
  IsPlaces,
  IsPoint,
  IsQuad,
  IsRecord,
  IsTileMap,
} from './rules';

import { IsShapes } from './shape-rule';

// The properties are set by class-transformer, so they carry no initial value.

export class SizeSchema {
  @IsInt() @Min(1) @Max(LIMITS.canvasSide) width!: number;
  @IsInt() @Min(1) @Max(LIMITS.canvasSide) height!: number;
}

export class CanvasSchema extends SizeSchema {
  @IsIn(PROFILES) profile!: Profile;
  @InRange(RANGES.surround) surround!: number;
  @IsOptional() @InRange(RANGES.perInch) perInch?: number;
}

export class PlacementSchema {
  @IsNumber() x!: number;
  @IsNumber() y!: number;
  @InRange(RANGES.scale) scaleX!: number;
  @InRange(RANGES.scale) scaleY!: number;
  @IsNumber() turn!: number;
  @IsBoolean() mirrorAcross!: boolean;
  @IsBoolean() mirrorDown!: boolean;
  @IsOptional() @InRange(RANGES.skew) skew?: number;
}

export class MaskUseSchema {
  @IsIdentifier() mask!: string;
  @IsBoolean() linked!: boolean;
  @IsBoolean() turnedRound!: boolean;
  @IsMatrix() lies!: Matrix;
  @IsOptional() @InRange(RANGES.share) density?: number;
}

export class PhotoContentSchema {
  @IsIn(['photo']) kind!: 'photo';
  @IsBlobHash() source!: string;
  @IsObject() @ValidateNested() @Type(() => SizeSchema) size!: SizeSchema;
}

export class FillContentSchema {
  @IsIn(['fill']) kind!: 'fill';
  @IsFill() fill!: Fill;
  @IsObject() @ValidateNested() @Type(() => SizeSchema) size!: SizeSchema;
}

export class GroupContentSchema {
  @IsIn(['group']) kind!: 'group';
  @IsIdentifierList() children!: string[];
  @IsIn(GROUP_MIXING) mixing!: GroupMixing;
}

export class GlassContentSchema {
  @IsIn(['glass']) kind!: 'glass';
}

class StrokeDashesSchema {
  @InRange(RANGES.dash) length!: number;
  @InRange(RANGES.dash) gap!: number;
}

class ShapeStrokeSchema {
  @InRange(RANGES.strokeWidth) width!: number;
  @IsIn(STROKE_PLACES) place!: ShapeStroke['place'];
  @IsFillColour() colour!: FillColour;
  @IsOptional()
  @ValidateNested()
  @Type(() => StrokeDashesSchema)
  dashes?: StrokeDashesSchema | null;
}

export class ShapeContentSchema {
  @IsIn(['shape']) kind!: 'shape';
  @IsShapes() shapes!: Shape[];
  @IsOptional() @IsFill() fill!: Fill | null;
  @IsOptional() @ValidateNested() @Type(() => ShapeStrokeSchema) stroke!: ShapeStrokeSchema | null;
}

export class PaintContentSchema {
  @IsIn(['paint']) kind!: 'paint';
  @IsCoats() coats!: Coat[];
}

export class LetteringContentSchema {
  @IsIn(['lettering']) kind!: 'lettering';
  @IsText() text!: string;
  @IsLetterFont() font!: LetterFont;
  @InRange(RANGES.letterSize) letterSize!: number;
  @InRange(RANGES.letterWeight) weight!: number;
  @InRange(RANGES.letterSpacing) spacing!: number;
  @InRange(RANGES.lineHeight) lineHeight!: number;
  @IsIn(TEXT_ALIGNS) align!: LetteringContent['align'];
  @IsOptional() @IsOpenLine() along!: OutlinePoint[] | null;
  @IsOptional() @IsFill() fill!: Fill | null;
  @IsOptional() @ValidateNested() @Type(() => ShapeStrokeSchema) stroke!: ShapeStrokeSchema | null;
  @IsDrawnText() drawn!: DrawnText;
}

export class ShowingContentSchema {
  @IsIn(['showing']) kind!: 'showing';
  @IsIdentifier() of!: string;
  @IsOptional() @ValidateNested() @Type(() => SizeSchema) size?: SizeSchema;
}

export class ShadowContentSchema {
  @IsIn(['shadow']) kind!: 'shadow';
  @IsIdentifier() of!: string;
  @IsIn(SHADOW_FALLS) falls!: ShadowContent['falls'];
  @InRange(RANGES.azimuth) azimuth!: number;
  @InRange(RANGES.elevation) elevation!: number;
  @IsPoint() foot!: Point;
  @InRange(RANGES.standHeight) height!: number;
  @InRange(RANGES.wallAway) away!: number;
  @InRange(RANGES.share) tilt!: number;
  @InRange(RANGES.share) softness!: number;
  @InRange(RANGES.share) contact!: number;
  @IsFillColour() colour!: FillColour;
  @IsOptional() @InRange(RANGES.share) fade?: number;
}

export class GeneratedContentSchema {
  @IsIn(['generated']) kind!: 'generated';
  @IsIdentifier() of!: string;
  @IsInt() @IsPositive() version!: number;
  /** Checked by the catalogue of generated layers. */
  @IsRecord() values!: Readonly<Record<string, unknown>>;
  @IsInt() @InRange(RANGES.seed) seed!: number;
  @IsObject() @ValidateNested() @Type(() => SizeSchema) size!: SizeSchema;
  @IsOptional() @IsIdentifier() cover?: string | null;
}

const CONTENT_KINDS = [
  { name: 'photo', value: PhotoContentSchema },
  { name: 'fill', value: FillContentSchema },
  { name: 'group', value: GroupContentSchema },
  { name: 'glass', value: GlassContentSchema },
  { name: 'shape', value: ShapeContentSchema },
  { name: 'paint', value: PaintContentSchema },
  { name: 'showing', value: ShowingContentSchema },
  { name: 'lettering', value: LetteringContentSchema },
  { name: 'shadow', value: ShadowContentSchema },
  { name: 'generated', value: GeneratedContentSchema },
];

/** Stands for content whose kind is not known, so that its place in the document can be named. */
class UnknownContentSchema {
  @IsIn(CONTENT_KINDS.map((kind) => kind.name)) kind!: string;
}

export class BrushedSchema {
  @IsInt() @Min(0) strokes!: number;
  @IsTileMap() tiles!: Record<string, string>;
}

class BrushedStepSchema extends BrushedSchema {
  @IsOptional() @IsMatrix() lies?: Matrix;
}

export class PushedSchema extends BrushedSchema {
  @InRange(RANGES.pushReach) reach!: number;
  @IsOptional() @InRange(RANGES.share) amount?: number;
  @IsOptional() @IsIn(PUSH_EDGES) edge?: PushEdge | null;
}

export class LayerEdgeSchema {
  @IsOptional() @InRange(RANGES.share) fringe?: number;
  @IsOptional() @InRange(RANGES.fringeWidth) fringeWidth?: number;
  @IsOptional() @IsIn(FRINGE_WHERE) fringeWhere?: FringeWhere;
  @IsOptional() @ValidateNested() @Type(() => BrushedSchema) fringeBrushed?: BrushedSchema | null;
  @IsOptional() @InRange(RANGES.share) tint?: number;
  @IsOptional() @InRange(RANGES.tintWidth) tintWidth?: number;
  @IsOptional() @InRange(RANGES.share) wrap?: number;
  @IsOptional() @InRange(RANGES.wrapWidth) wrapWidth?: number;
}

class ToneWindowSchema {
  @IsIn(TONE_COMPONENTS) component!: ToneComponent;
  @IsNumbers(2, 0, 1) low!: [number, number];
  @IsNumbers(2, 0, 1) high!: [number, number];
}

export class ByToneSchema {
  @IsOptional() @ValidateNested() @Type(() => ToneWindowSchema) own?: ToneWindowSchema | null;
  @IsOptional() @ValidateNested() @Type(() => ToneWindowSchema) behind?: ToneWindowSchema | null;
  @IsOptional() @IsBoolean() follows?: boolean;
}

class BendSchema {
  @IsInt() @Min(1) @Max(LIMITS.bendSide) columns!: number;
  @IsInt() @Min(1) @Max(LIMITS.bendSide) rows!: number;
  @IsPlaces() points!: Point[];
}

class BoxSchema {
  @IsNumber() x!: number;
  @IsNumber() y!: number;
  @IsPositive() width!: number;
  @IsPositive() height!: number;
}

export class WarpSchema {
  @IsObject() @ValidateNested() @Type(() => BoxSchema) box!: BoxSchema;
  @IsOptional() @IsQuad() corners?: Quad | null;
  @IsOptional() @ValidateNested() @Type(() => BendSchema) bend?: BendSchema | null;
}

export class StanceSchema {
  @IsPoint() foot!: Point;
  @IsNumber() eye!: number;
}

class PlaneOfFocusSchema {
  @InRange(RANGES.share) at!: number;
  @InRange(RANGES.share) clear!: number;
  @InRange(RANGES.focusRadius) radius!: number;
}

export class HorizonSchema {
  @IsNumber() y!: number;
  @InRange(RANGES.tilt) tilt!: number;
}

export class VanishingLineSchema {
  @IsIn(VANISHING_WAYS) way!: VanishingWay;
  @IsPoint() from!: Point;
  @IsPoint() to!: Point;
}

class ExtentSchema {
  @IsPositive() width!: number;
  @IsPositive() height!: number;
}

export class ScenePlaneSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsQuad() corners!: Quad;
  @IsObject() @ValidateNested() @Type(() => ExtentSchema) size!: ExtentSchema;
}

export class StepSchema {
  @IsIdentifier() id!: string;
  @IsIdentifier() kind!: string;
  @IsInt() @Min(1) version!: number;
  @IsName() name!: string;
  /** What they may be is said by the catalogue of steps. */
  @IsObject() values!: Record<string, unknown>;
  @IsBoolean() shown!: boolean;
  @InRange(RANGES.share) amount!: number;
  @IsIn(BLEND_MODES) blending!: BlendMode;
  @IsOptional() @ValidateNested() @Type(() => MaskUseSchema) maskUse!: MaskUseSchema | null;
  @IsOptional() @ValidateNested() @Type(() => BrushedStepSchema) brushed?: BrushedStepSchema | null;
}

export class LayerSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsBoolean() shown!: boolean;
  @IsBoolean() locked!: boolean;
  @IsOptional() @IsBoolean() placeLocked?: boolean;
  @IsOptional() @IsBoolean() pixelsLocked?: boolean;
  @IsOptional() @IsIdentifier() link?: string | null;
  @IsObject()
  @ValidateNested()
  @Type(() => UnknownContentSchema, {
    discriminator: { property: 'kind', subTypes: CONTENT_KINDS },
    keepDiscriminatorProperty: true,
  })
  content!: Content;
  @IsObject() @ValidateNested() @Type(() => PlacementSchema) placement!: PlacementSchema;
  @IsOptional() @ValidateNested() @Type(() => PushedSchema) push?: PushedSchema | null;
  @IsOptional() @ValidateNested() @Type(() => WarpSchema) warp?: WarpSchema | null;
  @IsOptional() @IsIdentifier() plane?: string | null;
  @IsOptional() @IsBoolean() laidFlat?: boolean;
  @IsOptional() @ValidateNested() @Type(() => StanceSchema) stance?: StanceSchema | null;
  @IsOptional() @InRange(RANGES.share) distance?: number | null;
  @IsArray()
  @ArrayMaxSize(LIMITS.stepsOfLayer)
  @ValidateNested({ each: true })
  @Type(() => StepSchema)
  steps!: StepSchema[];
  @IsOptional() @ValidateNested() @Type(() => MaskUseSchema) maskUse!: MaskUseSchema | null;
  @IsObject() @ValidateNested() @Type(() => LayerEdgeSchema) edge!: LayerEdgeSchema;
  @InRange(RANGES.share) opacity!: number;
  @IsOptional() @InRange(RANGES.share) contentOpacity?: number;
  @IsIn(LAYER_BLENDINGS) blending!: LayerBlending;
  @IsOptional() @ValidateNested() @Type(() => ByToneSchema) byTone?: ByToneSchema | null;
}

const SUB_TYPES = Object.entries(PART_KINDS).map(([name, { schema }]) => ({ name, value: schema }));

/** Stands for a part whose kind is not known, so that its place in the document can be named. */
class UnknownPartSchema {
  @IsIn(Object.keys(PART_KINDS)) kind!: string;
}

export class MaskSchema {
  @IsIdentifier() id!: string;
  @IsName() name!: string;
  @IsIn(['empty', 'full']) startsFrom!: 'empty' | 'full';
  @IsArray()
  @ArrayMaxSize(LIMITS.partsOfMask)
  @ValidateNested({ each: true })
  @Type(() => UnknownPartSchema, {
    discriminator: { property: 'kind', subTypes: SUB_TYPES },
    keepDiscriminatorProperty: true,
  })
  parts!: MaskPart[];
  @InRange(RANGES.feather) feather!: number;
  @IsOptional() @InRange(RANGES.choke) choke?: number;
  @IsOptional() @InRange(RANGES.evened) evened?: number;
  @IsOptional() @InRange(RANGES.share) firm?: number;
  @IsOptional() @ValidateNested() @Type(() => PushedSchema) push?: PushedSchema | null;
  @IsOptional() @IsName() shelf?: string | null;
  @IsOptional() @ValidateNested() @Type(() => SizeSchema) size?: SizeSchema;
}

export class AreaSchema {
  @IsIdentifier() mask!: string;
  @IsMatrix() lies!: Matrix;
  @IsBoolean() turnedRound!: boolean;
  @IsBoolean() inUse!: boolean;
}

class GuideSchema {
  @IsIn(['x', 'y']) axis!: 'x' | 'y';
  @IsNumber() at!: number;
}

class GridSchema {
  @InRange(RANGES.gridStep) step!: number;
}

export class CompositionSchema implements Composition {
  @Equals(SCHEMA_VERSION) schema!: typeof SCHEMA_VERSION;
  @IsName() title!: string;
  @IsObject() @ValidateNested() @Type(() => CanvasSchema) canvas!: CanvasSchema;
  @IsIn(MIX_SPACES) mixIn!: MixSpace;
  /** Each is checked as a LayerSchema. */
  @IsRecord() layers!: Composition['layers'];
  @IsIdentifierList() root!: string[];
  /** Each is checked as a MaskSchema. */
  @IsRecord() masks!: Composition['masks'];
  @IsOptional() @ValidateNested() @Type(() => AreaSchema) area?: AreaSchema | null;
  @IsOptional() @ValidateNested() @Type(() => HorizonSchema) horizon?: HorizonSchema | null;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.vanishingLines)
  @ValidateNested({ each: true })
  @Type(() => VanishingLineSchema)
  vanishing?: VanishingLineSchema[];
  @IsOptional()
  @ValidateNested()
  @Type(() => PlaneOfFocusSchema)
  focus?: PlaneOfFocusSchema | null;
  /** Each is checked as a ScenePlaneSchema. */
  @IsOptional() @IsRecord() planes?: Composition['planes'];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.guides)
  @ValidateNested({ each: true })
  @Type(() => GuideSchema)
  guides?: GuideSchema[];
  @IsOptional() @ValidateNested() @Type(() => GridSchema) grid?: GridSchema | null;
}
