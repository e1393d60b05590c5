import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
  Res,
} from '@nestjs/common';
import {
  ApiAcceptedResponse,
  ApiOkResponse,
  ApiOperation,
  ApiProduces,
  ApiTags,
} from '@nestjs/swagger';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
import { JobDto } from '../jobs/job.dto';
import { DeliveriesService } from './deliveries.service';
import {
  DeliveryDto,
  DeliveryRequestDto,
  DeliverySetDto,
  DeliverySetRequestDto,
} from './delivery.dto';
import { DeliverySetsService } from './delivery-sets.service';
import { safeName } from './name-pattern';

@ApiTags('deliveries')
@Controller('api')
export class DeliveriesController {
  constructor(
    @Inject(DeliveriesService) private readonly deliveries: DeliveriesService,
    @Inject(DeliverySetsService) private readonly sets: DeliverySetsService,
  ) {}

  @Post('compositions/:id/deliveries')
  @HttpCode(202)
  @ApiOperation({ summary: 'Begin to draw a composition and to write it into one or more files.' })
  @ApiAcceptedResponse({ type: JobDto })
  begin(@Param('id') id: string, @Body() request: DeliveryRequestDto): Promise<JobDto> {
    return this.deliveries.begin(id, request);
  }

  @Get('deliveries')
  @ApiOperation({ summary: 'What was delivered, the newest first: of one composition, or all.' })
  @ApiOkResponse({ type: [DeliveryDto] })
  async all(@Query('composition') composition?: string): Promise<DeliveryDto[]> {
    return (await this.deliveries.all(composition)).map(DeliveryDto.of);
  }

  @Delete('deliveries/:id')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take a delivery off, with its files.' })
  @ApiOkResponse({ type: DeliveryDto })
  async remove(@Param('id') id: string): Promise<DeliveryDto> {
    return DeliveryDto.of(await this.deliveries.remove(id));
  }

  @Get('deliveries/:id/files/:place')
  @ApiOperation({ summary: 'A file of a delivery.' })
  @ApiProduces('application/octet-stream')
  async file(
    @Param('id') id: string,
    @Param('place', ParseIntPipe) place: number,
    @Res() response: Response,
  ): Promise<void> {
    const { path, file } = await this.deliveries.file(id, place);
    response.type(file.mediaType);
    // dotfiles: the data folder may lie below a folder whose name begins with a dot.
    response.download(path, file.name, { dotfiles: 'allow' });
  }

  @Get('deliveries/:id/zip')
  @ApiOperation({ summary: 'All files of a delivery in one ZIP.' })
  @ApiProduces('application/zip')
  async zip(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const { title, name, files } = await this.deliveries.find(id);
    const zip = new ZipFile();
    for (const file of files) {
      zip.addFile(this.deliveries.pathOf(id, file), file.name, { compress: false });
    }
    response.type('application/zip');
    response.attachment(`${safeName([title, name].filter(Boolean).join(' - '), 'delivery')}.zip`);
    zip.on('error', () => response.destroy());
    zip.end();
    zip.outputStream.pipe(response);
  }

  @Get('delivery-sets')
  @ApiOperation({ summary: 'Sets of files under names.' })
  @ApiOkResponse({ type: [DeliverySetDto] })
  async allSets(): Promise<DeliverySetDto[]> {
    return (await this.sets.all()).map(DeliverySetDto.of);
  }

  @Put('delivery-sets/:name')
  @ApiOperation({ summary: 'Keep a set of files under a name; one of that name gives way.' })
  @ApiOkResponse({ type: DeliverySetDto })
  async keepSet(
    @Param('name') name: string,
    @Body() { files }: DeliverySetRequestDto,
  ): Promise<DeliverySetDto> {
    return DeliverySetDto.of(await this.sets.keep(name.slice(0, 200), files));
  }

  @Delete('delivery-sets/:name')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take a set away.' })
  @ApiOkResponse({ type: DeliverySetDto })
  async removeSet(@Param('name') name: string): Promise<DeliverySetDto> {
    return DeliverySetDto.of(await this.sets.remove(name));
  }
}
