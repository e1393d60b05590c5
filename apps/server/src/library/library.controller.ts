import { Body, Controller, Get, Inject, Param, Post, Put, Query, Res } from '@nestjs/common';
import { ApiOkResponse, ApiOperation, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Problem } from '../problems/problem';
import { ImportResultDto } from '../sources/source.dto';
import { LibraryChangeDto, LibraryDto, LibraryItemsDto, LibraryQueryDto } from './library.dto';
import { LibraryService } from './library.service';

function checked(id: string): string {
  if (!/^[\w-]{1,100}$/.test(id))
    throw new Problem('not-found', 'The library has no such element.');
  return id;
}

/** Elements of a library outside, and the way to the shelf. */
@ApiTags('library')
@Controller('api/library')
export class LibraryController {
  constructor(@Inject(LibraryService) private readonly library: LibraryService) {}

  @Get()
  @ApiOperation({ summary: 'Where the library is, and whether it answers.' })
  @ApiOkResponse({ type: LibraryDto })
  state(): Promise<LibraryDto> {
    return this.library.state();
  }

  @Put()
  @ApiOperation({ summary: 'Use the library at another address.' })
  @ApiOkResponse({ type: LibraryDto })
  async change(@Body() { address }: LibraryChangeDto): Promise<LibraryDto> {
    await this.library.setAddress(address);
    return this.library.state();
  }

  @Get('items')
  @ApiOperation({ summary: 'Elements by words, and by what their licences allow.' })
  @ApiOkResponse({ type: LibraryItemsDto })
  async items(@Query() { words, may }: LibraryQueryDto): Promise<LibraryItemsDto> {
    return { items: await this.library.search(words ?? '', may ?? '') };
  }

  @Get('items/:id/preview')
  @ApiOperation({ summary: 'A small picture of an element.' })
  @ApiProduces('image/webp')
  async preview(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const { type, bytes } = await this.library.preview(checked(id));
    response.setHeader('X-Content-Type-Options', 'nosniff');
    response.type(type).send(bytes);
  }

  @Post('items/:id')
  @ApiOperation({
    summary: 'Bring an element to the shelf, with its credit, its licence and its address.',
  })
  @ApiOkResponse({ type: ImportResultDto })
  bringIn(
    @Param('id') id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<ImportResultDto> {
    const stop = new AbortController();
    // Whoever asked does not wait for it any more.
    response.on('close', () => stop.abort());
    return this.library.bringIn(checked(id), stop.signal);
  }
}
