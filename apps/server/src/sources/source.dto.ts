import { PROFILES, type Profile } from '@diplex/document';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  Length,
  MaxLength,
} from 'class-validator';
import type { ProblemDetails } from '../problems/problem';
import {
  SOURCE_KINDS,
  SOURCE_TERMS,
  type SourceKind,
  type SourceRecord,
  type SourceTerms,
} from '../storage/entities/source-record';

/** In which profile a tile is wanted. */
export class TileQueryDto {
  @ApiPropertyOptional({ enum: PROFILES, description: 'sRGB unless said' })
  @IsOptional()
  @IsIn(PROFILES)
  profile?: Profile;
}

/** A source as the HTTP interface shows it. */
export class SourceDto {
  @ApiProperty({ description: 'SHA-256 of the file' }) hash!: string;
  @ApiProperty({ description: 'Name of the file as it was brought in' }) name!: string;
  @ApiProperty({ example: 'JPEG' }) format!: string;
  @ApiProperty({ description: 'Pixels, after orientation' }) width!: number;
  @ApiProperty() height!: number;
  @ApiProperty({ enum: [8, 16] }) bits!: number;
  @ApiProperty({ enum: [3, 4] }) channels!: number;
  @ApiProperty({ description: "Name of the file's own colour profile" }) profile!: string;
  @ApiProperty() bytes!: number;
  @ApiProperty({ nullable: true, type: String, description: 'ISO 8601, from EXIF' })
  takenAt!: string | null;
  @ApiProperty({
    nullable: true,
    type: Number,
    description: 'Exposure value at ISO 100, from EXIF',
  })
  exposure!: number | null;
  @ApiProperty({ description: 'Where it was taken, by its EXIF data; empty where not told' })
  place!: string;
  @ApiProperty() addedAt!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ description: 'Who is to be credited' }) credit!: string;
  @ApiProperty({ description: 'Licence or terms of use' }) rights!: string;
  @ApiProperty() note!: string;
  @ApiProperty({ enum: SOURCE_KINDS, description: 'To be laid in, or to be painted with' })
  kind!: SourceKind;
  @ApiProperty({
    enum: SOURCE_TERMS,
    description:
      'What its rights allow: any use, any that names who made it, none that is published',
  })
  terms!: SourceTerms;
  @ApiProperty({ type: [String] }) collections!: string[];
  @ApiProperty({ description: 'No longer offered; what uses it goes on doing so' })
  offShelf!: boolean;
  @ApiProperty({ description: 'The address in a library that it came from; empty for none' })
  origin!: string;

  static of(record: SourceRecord): SourceDto {
    return Object.assign(new SourceDto(), { ...record });
  }
}

/** What people can change about a source. */
export class SourceChangeDto {
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(300) title?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(300) credit?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(300) rights?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(2000) note?: string;
  @ApiPropertyOptional({ enum: SOURCE_KINDS }) @IsOptional() @IsIn(SOURCE_KINDS) kind?: SourceKind;
  @ApiPropertyOptional({ enum: SOURCE_TERMS })
  @IsOptional()
  @IsIn(SOURCE_TERMS)
  terms?: SourceTerms;
  @ApiPropertyOptional({ type: [String] })
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @ArrayUnique()
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  collections?: string[];
  @ApiPropertyOptional({ description: 'Taken off only while no composition uses it' })
  @IsOptional()
  @IsBoolean()
  offShelf?: boolean;
}

/** What became of one file. */
export class ImportResultDto {
  @ApiProperty() file!: string;
  @ApiProperty({ enum: ['added', 'known', 'refused'] }) outcome!: 'added' | 'known' | 'refused';
  @ApiPropertyOptional({ type: SourceDto }) source?: SourceDto;
  @ApiPropertyOptional({ description: 'Problem details (RFC 9457) of a refused file' })
  problem?: ProblemDetails;
}

export class ImportAnswerDto {
  @ApiProperty({ type: [ImportResultDto] }) results!: ImportResultDto[];
}
