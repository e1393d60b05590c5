import {
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  type MessageEvent,
  Param,
  Sse,
} from '@nestjs/common';
import { ApiOkResponse, ApiOperation, ApiProduces, ApiTags } from '@nestjs/swagger';
import { map, type Observable } from 'rxjs';
import { JobDto } from './job.dto';
import { JobsService } from './jobs.service';

@ApiTags('jobs')
@Controller('api/jobs')
export class JobsController {
  constructor(@Inject(JobsService) private readonly jobs: JobsService) {}

  @Get(':id')
  @ApiOperation({ summary: 'How far a job is.' })
  @ApiOkResponse({ type: JobDto })
  job(@Param('id') id: string): JobDto {
    return this.jobs.get(id);
  }

  @Sse(':id/events')
  @ApiOperation({ summary: 'A job as it goes on, as server-sent events, until it ends.' })
  @ApiProduces('text/event-stream')
  events(@Param('id') id: string): Observable<MessageEvent> {
    return this.jobs.watch(id).pipe(map((job) => ({ data: job })));
  }

  @Delete(':id')
  @HttpCode(200)
  @ApiOperation({ summary: 'Stop a job.' })
  @ApiOkResponse({ type: JobDto })
  stop(@Param('id') id: string): JobDto {
    return this.jobs.stop(id);
  }
}
