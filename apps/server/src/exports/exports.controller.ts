import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  type MessageEvent,
  Param,
  Post,
  Res,
  Sse,
} from '@nestjs/common';
import {
  ApiAcceptedResponse,
  ApiOkResponse,
  ApiOperation,
  ApiProduces,
  ApiTags,
} from '@nestjs/swagger';
import type { Response } from 'express';
import { map, type Observable } from 'rxjs';
import { ExportRequestDto, JobDto } from './export.dto';
import { ExportsService } from './exports.service';
import { JobsService } from './jobs.service';

@ApiTags('exports')
@Controller('api')
export class ExportsController {
  constructor(
    @Inject(ExportsService) private readonly exports: ExportsService,
    @Inject(JobsService) private readonly jobs: JobsService,
  ) {}

  @Post('compositions/:id/exports')
  @HttpCode(202)
  @ApiOperation({ summary: 'Begin to render and encode a composition at full size.' })
  @ApiAcceptedResponse({ type: JobDto })
  begin(@Param('id') id: string, @Body() request: ExportRequestDto): Promise<JobDto> {
    return this.exports.begin(id, request);
  }

  @Get('jobs/:id')
  @ApiOperation({ summary: 'How far a job is.' })
  @ApiOkResponse({ type: JobDto })
  job(@Param('id') id: string): JobDto {
    return this.jobs.get(id);
  }

  @Sse('jobs/:id/events')
  @ApiOperation({ summary: 'A job as it goes on, as server-sent events, until it ends.' })
  @ApiProduces('text/event-stream')
  events(@Param('id') id: string): Observable<MessageEvent> {
    return this.jobs.watch(id).pipe(map((job) => ({ data: job })));
  }

  @Delete('jobs/:id')
  @HttpCode(200)
  @ApiOperation({ summary: 'Stop a job.' })
  @ApiOkResponse({ type: JobDto })
  stop(@Param('id') id: string): JobDto {
    return this.jobs.stop(id);
  }

  @Get('jobs/:id/file')
  @ApiOperation({ summary: 'The file that a job made.' })
  @ApiProduces('application/octet-stream')
  file(@Param('id') id: string, @Res() response: Response): void {
    const { path, file, mediaType } = this.jobs.result(id);
    response.type(mediaType);
    // dotfiles: the data folder may lie below a folder whose name begins with a dot.
    response.download(path, file, { dotfiles: 'allow' });
  }
}
