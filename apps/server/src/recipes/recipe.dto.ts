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
  MinLength,
  ValidateNested,
} from 'class-validator';
import { FileRequestDto } from '../deliveries/delivery.dto';
import { JobDto } from '../jobs/job.dto';
import {
  RECIPE_PLACINGS,
  type RecipePlacing,
  type RecipeRunRecord,
} from '../storage/entities/recipe-run-record';

/** A run takes so many photographs. */
const MOST_SOURCES = 500;

/** In so many layers at most a photograph takes the place of another. */
const MOST_LAYERS = 12;

/** A composition that is used again on other photographs. */
export class RecipeRequestDto {
  @ApiProperty({ description: 'The revision that is meant' }) @IsInt() @Min(0) revision!: number;
  @ApiProperty({
    type: [String],
    description: 'Ids or names of the layers whose photographs are swapped, all for the same one',
  })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_LAYERS)
  @IsString({ each: true })
  @MinLength(1, { each: true })
  @MaxLength(200, { each: true })
  layers!: string[];
  @ApiPropertyOptional({
    enum: RECIPE_PLACINGS,
    description:
      'How large each subject becomes where the one before it stood: as high as that (the default), or so that the horizon cuts it at its own eye level',
  })
  @IsOptional()
  @IsIn(RECIPE_PLACINGS)
  placing?: RecipePlacing;
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
  @ApiProperty({ type: [String], description: 'The layers whose photographs are swapped' })
  layers!: readonly string[];
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
    const { layers, sources } = request;
    return { id, composition, title, layers, createdAt, count: sources.length, results };
  }
}

/** A run that was begun, or taken up again. */
export class BegunRecipeDto {
  @ApiProperty({ type: RecipeRunDto }) run!: RecipeRunDto;
  @ApiProperty({ type: JobDto }) job!: JobDto;
}
