import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  Patch,
  Post,
  Res,
} from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiOkResponse,
  ApiOperation,
  ApiProduces,
  ApiTags,
} from '@nestjs/swagger';
import type { Response } from 'express';
import { Problem } from '../problems/problem';
import {
  CompositionChangeDto,
  CompositionDto,
  CompositionSummaryDto,
  NewCompositionDto,
  RevisionDto,
  SavedDto,
} from './composition.dto';
import { CompositionsService } from './compositions.service';
import { Thumbnails } from './thumbnails';

@ApiTags('compositions')
@Controller('api/compositions')
export class CompositionsController {
  constructor(
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(Thumbnails) private readonly thumbnails: Thumbnails,
  ) {}

  @Get()
  @ApiOperation({ summary: 'All compositions, the last changed first.' })
  @ApiOkResponse({ type: [CompositionSummaryDto] })
  async list(): Promise<CompositionSummaryDto[]> {
    return (await this.compositions.all()).map((record) => CompositionSummaryDto.of(record));
  }

  @Post()
  @ApiOperation({ summary: 'A new composition: by size, as a copy, or from a document.' })
  @ApiCreatedResponse({ type: SavedDto })
  create(@Body() start: NewCompositionDto): Promise<SavedDto> {
    return this.compositions.create(start);
  }

  @Get(':id')
  @ApiOperation({ summary: 'A composition with its document and its whole history.' })
  @ApiOkResponse({ type: CompositionDto })
  load(@Param('id') id: string): Promise<CompositionDto> {
    return this.compositions.load(id);
  }

  @Patch(':id')
  @ApiOperation({
    summary: 'Save: append to the history, undo, redo; or bring back what was deleted.',
  })
  @ApiOkResponse({ type: SavedDto })
  @ApiConflictResponse({ description: 'Somebody saved since the revision that was given' })
  async change(@Param('id') id: string, @Body() change: CompositionChangeDto): Promise<SavedDto> {
    if (change.history) return this.compositions.save(id, change.revision, change.history);
    if (change.deleted !== undefined) {
      return this.compositions.setDeleted(id, change.revision, change.deleted);
    }
    throw new Problem('invalid-request', 'Say what changes: history or deleted.');
  }

  @Delete(':id')
  @HttpCode(200)
  @ApiOperation({ summary: 'Delete; PATCH with deleted: false brings it back.' })
  @ApiOkResponse({ type: SavedDto })
  remove(@Param('id') id: string, @Body() { revision }: RevisionDto): Promise<SavedDto> {
    return this.compositions.setDeleted(id, revision, true);
  }

  @Get(':id/thumbnail')
  @ApiOperation({ summary: 'A small picture of the composition as it was last saved.' })
  @ApiProduces('image/webp')
  async thumbnail(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const picture = await this.thumbnails.of(await this.compositions.record(id));
    response.setHeader('Cache-Control', 'no-cache');
    response.type('image/webp').send(picture);
  }
}
