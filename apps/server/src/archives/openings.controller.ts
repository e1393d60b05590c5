import { Controller, HttpCode, Inject, Post, Req } from '@nestjs/common';
import {
  ApiBody,
  ApiConsumes,
  ApiCreatedResponse,
  ApiOperation,
  ApiProperty,
  ApiTags,
} from '@nestjs/swagger';
import type { Request } from 'express';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { receiveFiles } from '../sources/receive-files';
import { BlobStore } from '../storage/blob-store';
import { Openings } from './openings.service';

/** A composition that was made of a file. */
export class OpenedDto {
  @ApiProperty() id!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ type: [String], description: 'What could not be read as it was meant' })
  remarks!: readonly string[];
}

@ApiTags('archives')
@Controller('api/openings')
export class OpeningsController {
  constructor(
    @Inject(Openings) private readonly openings: Openings,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
  ) {}

  @Post()
  @HttpCode(201)
  @ApiOperation({ summary: 'Make a composition of a Diplex archive or an OpenRaster file.' })
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: {
      type: 'object',
      properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } },
    },
  })
  @ApiCreatedResponse({ type: OpenedDto })
  async open(@Req() request: Request): Promise<OpenedDto> {
    const received = await receiveFiles(
      request,
      this.blobs,
      this.configuration.limits.archiveBytes,
    );
    try {
      const [file, ...more] = received;
      if (!file) throw new Problem('nothing-sent', 'Send one file in the field "files".');
      if (more.length > 0) throw new Problem('invalid-request', 'Send one archive at a time.');
      if (file.incoming instanceof Problem) throw file.incoming;
      return await this.openings.open(file.incoming.path, file.name);
    } finally {
      for (const { incoming } of received) {
        if (!(incoming instanceof Problem)) await this.blobs.discard(incoming);
      }
    }
  }
}
