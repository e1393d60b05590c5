import { type Composition, type History, HistoryChangeSchema, SizeSchema } from '@diplex/document';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  IsBoolean,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import type { CompositionRecord } from '../storage/entities/composition-record';

/** A composition in the list of all. */
export class CompositionSummaryDto {
  @ApiProperty() id!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ description: 'Grows by one with every save' }) revision!: number;
  @ApiProperty() width!: number;
  @ApiProperty() height!: number;
  @ApiProperty() layers!: number;
  @ApiProperty() createdAt!: string;
  @ApiProperty() updatedAt!: string;

  static of(record: CompositionRecord): CompositionSummaryDto {
    const document = JSON.parse(record.document) as Composition;
    const { id, title, revision, createdAt, updatedAt } = record;
    const { width, height } = document.canvas;
    // A list in documents of earlier schemas.
    const layers = Object.keys(document.layers).length;
    return { id, title, revision, width, height, layers, createdAt, updatedAt };
  }
}

/** A composition with all that is needed to work on it. */
export class CompositionDto {
  @ApiProperty() id!: string;
  @ApiProperty() revision!: number;
  @ApiProperty() updatedAt!: string;
  @ApiProperty({ type: Object, description: 'See docs/formats.md' }) document!: Composition;
  @ApiProperty({ type: Object, description: 'Entries, and how many of them hold' })
  history!: History;
}

class StartingHistoryDto {
  @ApiProperty({ type: [Object] }) @IsObject({ each: true }) entries!: object[];
  @ApiProperty() @IsInt() @Min(0) position!: number;
}

/** A new composition: empty with a title and a size, a copy of another, or given as a document. */
export class NewCompositionDto {
  @ApiPropertyOptional() @IsOptional() @IsString() @MinLength(1) @MaxLength(200) title?: string;
  @ApiPropertyOptional({ type: Object })
  @IsOptional()
  @ValidateNested()
  @Type(() => SizeSchema)
  canvas?: SizeSchema;
  @ApiPropertyOptional({ description: 'The id of a composition to copy' })
  @IsOptional()
  @IsString()
  copyOf?: string;
  @ApiPropertyOptional({ type: Object, description: 'A document to start with' })
  @IsOptional()
  @IsObject()
  document?: object;
  @ApiPropertyOptional({ description: 'The history that goes with the document' })
  @IsOptional()
  @ValidateNested()
  @Type(() => StartingHistoryDto)
  history?: StartingHistoryDto;
}

/** A save: the revision it builds on, and how the history changed. Or a deletion taken back. */
export class CompositionChangeDto {
  @ApiProperty({ description: 'The revision that the change builds on' })
  @IsInt()
  @Min(0)
  revision!: number;
  @ApiPropertyOptional({
    type: Object,
    description: 'keep: entries that stay; append: new entries; position: how many hold then',
  })
  @IsOptional()
  @ValidateNested()
  @Type(() => HistoryChangeSchema)
  history?: HistoryChangeSchema;
  @ApiPropertyOptional({ description: 'false brings a deleted composition back' })
  @IsOptional()
  @IsBoolean()
  deleted?: boolean;
}

export class RevisionDto {
  @ApiProperty({ description: 'The revision that is meant' })
  @IsInt()
  @Min(0)
  revision!: number;
}

export class SavedDto {
  @ApiProperty() id!: string;
  @ApiProperty() revision!: number;
  @ApiProperty() updatedAt!: string;
}
