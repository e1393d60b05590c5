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
} from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiOperation, ApiTags } from '@nestjs/swagger';
import { NewVersionDto, VersionDto, VersionNameDto } from './version.dto';
import { VersionsService } from './versions.service';

@ApiTags('versions')
@Controller('api')
export class VersionsController {
  constructor(@Inject(VersionsService) private readonly versions: VersionsService) {}

  @Get('compositions/:id/versions')
  @ApiOperation({ summary: 'The named states of a composition, the newest first.' })
  @ApiOkResponse({ type: [VersionDto] })
  of(@Param('id') id: string): Promise<VersionDto[]> {
    return this.versions.of(id);
  }

  @Post('compositions/:id/versions')
  @ApiOperation({ summary: 'Keeps a state of a composition under a name.' })
  @ApiCreatedResponse({ type: VersionDto })
  keep(@Param('id') id: string, @Body() { name, document }: NewVersionDto): Promise<VersionDto> {
    return this.versions.keep(id, name, document);
  }

  @Patch('versions/:id')
  @ApiOperation({ summary: 'Gives a version another name.' })
  @ApiOkResponse({ type: VersionDto })
  rename(@Param('id') id: string, @Body() { name }: VersionNameDto): Promise<VersionDto> {
    return this.versions.rename(id, name);
  }

  @Delete('versions/:id')
  @HttpCode(200)
  @ApiOperation({ summary: 'Takes a version away; the composition stays as it is.' })
  @ApiOkResponse({ type: VersionDto })
  remove(@Param('id') id: string): Promise<VersionDto> {
    return this.versions.remove(id);
  }
}
