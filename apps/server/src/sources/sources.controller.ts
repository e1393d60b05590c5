import { levelCount, levelSize, SOURCE_TILE } from '@diplex/core';
import {
  Body,
  Controller,
  Get,
  HttpStatus,
  Inject,
  Param,
  ParseIntPipe,
  Patch,
  Post,
  Query,
  Req,
  Res,
} from '@nestjs/common';
import {
  ApiBody,
  ApiConsumes,
  ApiOkResponse,
  ApiOperation,
  ApiProduces,
  ApiTags,
} from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem, problemDetails } from '../problems/problem';
import { Pyramids, sourceIn } from '../rendering/pyramids';
import { BlobStore } from '../storage/blob-store';
import { receiveFiles } from './receive-files';
import {
  ImportAnswerDto,
  type ImportResultDto,
  SourceChangeDto,
  SourceDto,
  TileQueryDto,
} from './source.dto';
import { SourcesService } from './sources.service';

const FOREVER = 'private, max-age=31536000, immutable';

@ApiTags('sources')
@Controller('api/sources')
export class SourcesController {
  constructor(
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(Pyramids) private readonly pyramids: Pyramids,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
  ) {}

  @Get()
  @ApiOperation({ summary: 'All sources, the newest first.' })
  @ApiOkResponse({ type: [SourceDto] })
  async list(): Promise<SourceDto[]> {
    return (await this.sources.all()).map((record) => SourceDto.of(record));
  }

  @Post()
  @ApiOperation({
    summary: 'Bring photographs in. Each file succeeds or is refused by itself.',
    description: '200 when at least one file went in; problem details when all were refused.',
  })
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: {
      type: 'object',
      properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } },
    },
  })
  @ApiOkResponse({ type: ImportAnswerDto })
  async bringIn(@Req() request: Request, @Res() response: Response): Promise<void> {
    const files = await receiveFiles(request, this.blobs, this.configuration.limits.fileBytes);
    if (files.length === 0) {
      throw new Problem('nothing-sent', 'Send one or more files in the field "files".');
    }
    const results: ImportResultDto[] = [];
    for (const file of files) results.push(await this.sources.bringIn(file));
    const refused = results.filter((result) => result.problem);
    const first = refused[0]?.problem;
    if (!first || refused.length < results.length) {
      response.status(HttpStatus.OK).json({ results });
      return;
    }
    const details =
      refused.length === 1
        ? first
        : problemDetails('not-a-picture', refused.map((each) => each.problem?.detail).join(' '));
    response
      .status(details.status)
      .type('application/problem+json')
      .send(JSON.stringify({ ...details, results }));
  }

  @Get(':hash')
  @ApiOperation({ summary: 'What is known of one source.' })
  @ApiOkResponse({ type: SourceDto })
  async find(@Param('hash') hash: string): Promise<SourceDto> {
    return SourceDto.of(await this.sources.find(hash));
  }

  @Patch(':hash')
  @ApiOperation({ summary: 'Change title, credit, rights or note of a source.' })
  @ApiOkResponse({ type: SourceDto })
  async change(@Param('hash') hash: string, @Body() change: SourceChangeDto): Promise<SourceDto> {
    return SourceDto.of(await this.sources.change(hash, change));
  }

  @Get(':hash/thumbnail')
  @ApiOperation({ summary: 'A small picture of the source.' })
  @ApiProduces('image/webp')
  async thumbnail(@Param('hash') hash: string, @Res() response: Response): Promise<void> {
    const picture = await this.pyramids.thumbnail(await this.sources.find(hash));
    response.setHeader('Cache-Control', FOREVER);
    response.type('image/webp').send(picture);
  }

  @Get(':hash/levels/:level/tiles/:column/:row')
  @ApiOperation({
    summary:
      'Raw samples of a tile of the pyramid: RGB or RGBA, 8 or 16 bits, row by row; in Display P3 always 16.',
  })
  @ApiProduces('application/octet-stream')
  async tile(
    @Param('hash') hash: string,
    @Param('level', ParseIntPipe) level: number,
    @Param('column', ParseIntPipe) column: number,
    @Param('row', ParseIntPipe) row: number,
    @Query() { profile = 'srgb' }: TileQueryDto,
    @Res() response: Response,
  ): Promise<void> {
    const source = sourceIn(await this.sources.find(hash), profile);
    const count = levelCount(source.width, source.height);
    if (level < 0 || level >= count) {
      throw new Problem('not-found', `${source.name} has the levels 0 to ${count - 1}.`);
    }
    const { width, height } = levelSize(source.width, source.height, level);
    const [columns, rows] = [Math.ceil(width / SOURCE_TILE), Math.ceil(height / SOURCE_TILE)];
    if (column < 0 || row < 0 || column >= columns || row >= rows) {
      const detail = `Level ${level} of ${source.name} has ${columns} columns and ${rows} rows of tiles.`;
      throw new Problem('not-found', detail);
    }
    const { bytes, body } = await this.pyramids.stream(source, level, { column, row });
    response.setHeader('Cache-Control', FOREVER);
    response.setHeader('Content-Type', 'application/octet-stream');
    response.setHeader('Content-Length', bytes);
    response.setHeader('X-Picture', `${width}x${height}x${source.channels}x${source.bits}`);
    body.pipe(response);
  }
}
