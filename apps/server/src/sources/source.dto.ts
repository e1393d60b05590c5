import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsOptional, IsString, MaxLength } from 'class-validator';
import type { ProblemDetails } from '../problems/problem';
import type { SourceRecord } from '../storage/entities/source-record';

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
  @ApiProperty() addedAt!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ description: 'Who is to be credited' }) credit!: string;
  @ApiProperty({ description: 'Licence or terms of use' }) rights!: string;
  @ApiProperty() note!: string;

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
