import { type PictureSize, SIZE_WAYS, SPACES, type SpaceName } from '@diplex/formats';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { DeliveredFileDto } from '../jobs/job.dto';
import type { DeliveryRecord } from '../storage/entities/delivery-record';
import type { DeliverySetRecord } from '../storage/entities/delivery-set-record';
import { CONTENT_NAMES, type ContentName } from './contents/content-names';
import { FORMAT_NAMES, type FormatName, SUBSAMPLINGS } from './encoders';
import { NAME_WORDS } from './name-pattern';
import { STATE_PATTERN } from './states';

const LONGEST_TEXT = 2000;
const MOST_FILES = 40;

const SPACE_NAMES = Object.keys(SPACES) as readonly SpaceName[];
const COMPARISONS = ['side', 'line'] as const;
const SHEETS = ['versions', 'sources'] as const;
const TRIMMINGS = ['canvas', 'trimmed'] as const;

export class PictureSizeDto implements PictureSize {
  @ApiProperty({ enum: SIZE_WAYS }) @IsIn(SIZE_WAYS) by!: PictureSize['by'];
  @ApiProperty({ description: 'Percent, or pixels' })
  @IsNumber()
  @Min(0.1)
  @Max(30_000)
  value!: number;
}

/** One file of a delivery. */
export class FileRequestDto {
  @ApiProperty({ enum: CONTENT_NAMES }) @IsIn(CONTENT_NAMES) contents!: ContentName;
  @ApiPropertyOptional({ description: 'Id or name of the layer, for a cut-out or a mask' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  layer?: string;
  @ApiPropertyOptional({ enum: TRIMMINGS, description: 'As large as the canvas, or as what shows' })
  @IsOptional()
  @IsIn(TRIMMINGS)
  extent?: (typeof TRIMMINGS)[number];
  @ApiPropertyOptional({ enum: FORMAT_NAMES, description: 'PNG unless it says otherwise' })
  @IsOptional()
  @IsIn(FORMAT_NAMES)
  format?: FormatName;
  @ApiPropertyOptional({ enum: [8, 16, 32], description: '32 are floats, for TIFF' })
  @IsOptional()
  @IsIn([8, 16, 32])
  bits?: 8 | 16 | 32;
  @ApiPropertyOptional({ description: '1 to 100; WebP and AVIF lose nothing at 100' })
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(100)
  quality?: number;
  @ApiPropertyOptional({ enum: SUBSAMPLINGS, description: 'How fine colours are kept' })
  @IsOptional()
  @IsIn(SUBSAMPLINGS)
  subsampling?: (typeof SUBSAMPLINGS)[number];
  @ApiPropertyOptional({ description: 'No more bytes than these: the quality gives way' })
  @IsOptional()
  @IsInt()
  @Min(1000)
  @Max(2 ** 31)
  mostBytes?: number;
  @ApiPropertyOptional({ type: PictureSizeDto })
  @IsOptional()
  @ValidateNested()
  @Type(() => PictureSizeDto)
  size?: PictureSizeDto;
  @ApiPropertyOptional({ description: 'How much the finest detail is brought out, 0 to 1' })
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(1)
  sharpening?: number;
  @ApiPropertyOptional({ enum: SPACE_NAMES }) @IsOptional() @IsIn(SPACE_NAMES) space?: SpaceName;
  @ApiPropertyOptional({ description: 'Behind transparent places of a JPEG, as #rrggbb' })
  @IsOptional()
  @Matches(/^#[0-9a-f]{6}$/i)
  backing?: string;
  @ApiPropertyOptional({
    description: 'What a comparison begins from: `first` (with a layer), `step:N` or `version:ID`',
  })
  @IsOptional()
  @Matches(STATE_PATTERN)
  before?: string;
  @ApiPropertyOptional({ enum: COMPARISONS, description: 'Side by side, or with a line between' })
  @IsOptional()
  @IsIn(COMPARISONS)
  way?: (typeof COMPARISONS)[number];
  @ApiPropertyOptional({ description: 'Where the line of a comparison stands, 0 to 1' })
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(1)
  line?: number;
  @ApiPropertyOptional({
    type: [String],
    description: 'States of an animation: `now`, `step:N`, `version:ID`',
  })
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @Matches(STATE_PATTERN, { each: true })
  states?: string[];
  @ApiPropertyOptional({ description: 'Milliseconds that a state of an animation stays' })
  @IsOptional()
  @IsInt()
  @Min(20)
  @Max(10_000)
  stays?: number;
  @ApiPropertyOptional({ enum: SHEETS, description: 'What a contact sheet shows' })
  @IsOptional()
  @IsIn(SHEETS)
  shows?: (typeof SHEETS)[number];
  @ApiPropertyOptional({
    description: `The file's name; in braces: ${NAME_WORDS.join(', ')}. Without an ending.`,
  })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string;
}

/** What the files say of themselves; what is left out is taken from the composition and its sources. */
export class MetadataDto {
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(LONGEST_TEXT) title?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(LONGEST_TEXT) description?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(LONGEST_TEXT) creator?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(LONGEST_TEXT) credit?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(LONGEST_TEXT) rights?: string;
  @ApiPropertyOptional({ description: 'Left out of the files unless it is given' })
  @IsOptional()
  @IsString()
  @MaxLength(LONGEST_TEXT)
  place?: string;
}

/** How a composition is to be delivered. */
export class DeliveryRequestDto {
  @ApiProperty({ description: 'The revision that is meant' }) @IsInt() @Min(0) revision!: number;
  @ApiPropertyOptional({ description: 'The name of the set of files' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string;
  @ApiProperty({ type: [FileRequestDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_FILES)
  @ValidateNested({ each: true })
  @Type(() => FileRequestDto)
  files!: FileRequestDto[];
  @ApiPropertyOptional({ type: MetadataDto })
  @IsOptional()
  @ValidateNested()
  @Type(() => MetadataDto)
  metadata?: MetadataDto;
  @ApiPropertyOptional({ type: [String], description: 'What checks found, and was let pass' })
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @IsString({ each: true })
  @MaxLength(LONGEST_TEXT, { each: true })
  letPass?: string[];
}

/** Files that were made of a composition. */
export class DeliveryDto {
  @ApiProperty() id!: string;
  @ApiProperty() composition!: string;
  @ApiProperty() title!: string;
  @ApiProperty() name!: string;
  @ApiProperty() revision!: number;
  @ApiProperty() createdAt!: string;
  @ApiProperty({ type: [DeliveredFileDto] }) files!: readonly DeliveredFileDto[];
  @ApiProperty({ type: [String] }) letPass!: readonly string[];
  @ApiProperty({ type: [String], description: 'Which files could not be made, and why' })
  failed!: readonly string[];

  static of(record: DeliveryRecord): DeliveryDto {
    const { id, composition, title, name, revision, createdAt, files, letPass, failed } = record;
    return { id, composition, title, name, revision, createdAt, files, letPass, failed };
  }
}

/** Files that are made at one press. */
export class DeliverySetRequestDto {
  @ApiProperty({ type: [FileRequestDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_FILES)
  @ValidateNested({ each: true })
  @Type(() => FileRequestDto)
  files!: FileRequestDto[];
}

/** A set of files under a name. */
export class DeliverySetDto {
  @ApiProperty() name!: string;
  @ApiProperty({ type: [FileRequestDto] }) files!: FileRequestDto[];
  @ApiProperty() savedAt!: string;

  static of({ name, files, savedAt }: DeliverySetRecord): DeliverySetDto {
    return { name, files: files as FileRequestDto[], savedAt };
  }
}
