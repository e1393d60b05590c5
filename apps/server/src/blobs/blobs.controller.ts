import { Controller, Get, Inject, Param, Put, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiParam, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { BlobStore, TooManyBytes } from '../storage/blob-store';

const SHA256 = /^[0-9a-f]{64}$/;

/** Bytes by their hash: painted tiles go in and out here. */
@ApiTags('blobs')
@Controller('api/blobs')
export class BlobsController {
  constructor(
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
  ) {}

  @Put(':sha256')
  @ApiOperation({ summary: 'Store bytes under their SHA-256. 201 when new, 200 when known.' })
  @ApiParam({ name: 'sha256', description: '64 lower-case hexadecimal digits' })
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async put(
    @Param('sha256') hash: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    this.check(hash);
    const known = await this.blobs.has(hash);
    const incoming = await this.receive(request);
    if (incoming.hash !== hash) {
      await this.blobs.discard(incoming);
      const detail = `The bytes hash to ${incoming.hash}, not to ${hash}. Send them again.`;
      throw new Problem('wrong-hash', detail);
    }
    await this.blobs.keep(incoming);
    response.status(known ? 200 : 201).json({ hash, bytes: incoming.bytes });
  }

  @Get(':sha256')
  @ApiOperation({ summary: 'The bytes of a blob.' })
  async get(@Param('sha256') hash: string, @Res() response: Response): Promise<void> {
    this.check(hash);
    if (!(await this.blobs.has(hash))) {
      throw new Problem('not-found', `There is no blob ${hash}.`);
    }
    response.setHeader('Content-Type', 'application/octet-stream');
    response.setHeader('Content-Length', await this.blobs.size(hash));
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    this.blobs.stream(hash).pipe(response);
  }

  private check(hash: string): void {
    if (SHA256.test(hash)) return;
    const detail = 'A blob is named by its SHA-256: 64 lower-case hexadecimal digits.';
    throw new Problem('invalid-request', detail);
  }

  private async receive(request: Request) {
    const limit = this.configuration.limits.blobBytes;
    try {
      return await this.blobs.receive(request, limit);
    } catch (error) {
      if (!(error instanceof TooManyBytes)) throw error;
      throw new Problem('file-too-large', `A blob may have at most ${limit} bytes.`);
    }
  }
}
