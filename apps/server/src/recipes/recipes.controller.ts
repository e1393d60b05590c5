import { Body, Controller, Get, HttpCode, Inject, Param, Post } from '@nestjs/common';
import { ApiAcceptedResponse, ApiOkResponse, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { JobDto } from '../jobs/job.dto';
import type { RecipeRunRecord } from '../storage/entities/recipe-run-record';
import { BegunRecipeDto, RecipeRequestDto, RecipeRunDto } from './recipe.dto';
import { RecipesService } from './recipes.service';

function told({ run, job }: { run: RecipeRunRecord; job: JobDto }): BegunRecipeDto {
  return { run: RecipeRunDto.of(run), job };
}

@ApiTags('recipes')
@Controller('api')
export class RecipesController {
  constructor(@Inject(RecipesService) private readonly recipes: RecipesService) {}

  @Post('compositions/:id/recipes')
  @HttpCode(202)
  @ApiOperation({ summary: 'Use a composition again on other photographs.' })
  @ApiAcceptedResponse({ type: BegunRecipeDto })
  async begin(@Param('id') id: string, @Body() request: RecipeRequestDto): Promise<BegunRecipeDto> {
    return told(await this.recipes.begin(id, request));
  }

  @Get('compositions/:id/recipes')
  @ApiOperation({ summary: 'Runs of a composition, the newest first.' })
  @ApiOkResponse({ type: [RecipeRunDto] })
  async all(@Param('id') id: string): Promise<RecipeRunDto[]> {
    return (await this.recipes.all(id)).map(RecipeRunDto.of);
  }

  @Get('recipes/:id')
  @ApiOperation({ summary: 'A run, with what has come of it so far.' })
  @ApiOkResponse({ type: RecipeRunDto })
  async find(@Param('id') id: string): Promise<RecipeRunDto> {
    return RecipeRunDto.of(await this.recipes.find(id));
  }

  @Post('recipes/:id/go-on')
  @HttpCode(202)
  @ApiOperation({ summary: 'Go on with a run that was stopped.' })
  @ApiAcceptedResponse({ type: BegunRecipeDto })
  async goOn(@Param('id') id: string): Promise<BegunRecipeDto> {
    return told(await this.recipes.goOn(id));
  }
}
