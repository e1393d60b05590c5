import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { FileRequestDto } from '../deliveries/delivery.dto';
import { JobDto } from '../jobs/job.dto';
import type { RecipeRunRecord } from '../storage/entities/recipe-run-record';

/** A run takes so many photographs. */
const MOST_SOURCES = 500;

/** A composition that is used again on other photographs. */
export class RecipeRequestDto {
  @ApiProperty({ description: 'The revision that is meant' }) @IsInt() @Min(0) revision!: number;
  @ApiProperty({ description: 'Id or name of the layer whose photograph is swapped' })
  @IsString()
  @MinLength(1)
  @MaxLength(200)
  layer!: string;
  @ApiProperty({ type: [String], description: 'The sources, by hash' })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_SOURCES)
  @Matches(/^[0-9a-f]{64}$/, { each: true })
  sources!: string[];
  @ApiPropertyOptional({ description: 'How far each is made to agree with the scene, 0 to 1; 0.8' })
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(1)
  agree?: number;
  @ApiPropertyOptional({
    type: [FileRequestDto],
    description: 'What is delivered of each; nothing',
  })
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => FileRequestDto)
  files?: FileRequestDto[];
}

/** What came of one photograph. */
export class RecipeResultDto {
  @ApiProperty() source!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ nullable: true, type: String, description: 'A composition of its own' })
  composition!: string | null;
  @ApiProperty({
    type: [String],
    description: 'What needs a hand, the worst first; nothing when empty',
  })
  needs!: readonly string[];
  @ApiProperty({ nullable: true, type: String }) delivery!: string | null;
  @ApiProperty({ description: 'Seconds that it took' }) seconds!: number;
}

/** A run of a recipe, with what has come of it so far. */
export class RecipeRunDto {
  @ApiProperty() id!: string;
  @ApiProperty() composition!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ description: 'The layer whose photograph is swapped' }) layer!: string;
  @ApiProperty() createdAt!: string;
  @ApiProperty({ description: 'How many photographs there are in all' }) count!: number;
  @ApiProperty({ type: [RecipeResultDto] }) results!: readonly RecipeResultDto[];

  static of({
    id,
    composition,
    title,
    createdAt,
    request,
    results,
  }: RecipeRunRecord): RecipeRunDto {
    const { layer, sources } = request;
    return { id, composition, title, layer, createdAt, count: sources.length, results };
  }
}

/** A run that was begun, or taken up again. */
export class BegunRecipeDto {
  @ApiProperty({ type: RecipeRunDto }) run!: RecipeRunDto;
  @ApiProperty({ type: JobDto }) job!: JobDto;
}
