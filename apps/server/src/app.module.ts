import { Module } from '@nestjs/common';
import { BlobsController } from './blobs/blobs.controller';
import { CompositionsController } from './compositions/compositions.controller';
import { CompositionsService } from './compositions/compositions.service';
import { Thumbnails } from './compositions/thumbnails';
import { ExportsController } from './exports/exports.controller';
import { ExportsService } from './exports/exports.service';
import { JobsService } from './exports/jobs.service';
import { HealthController } from './health.controller';
import { LibraryController } from './library/library.controller';
import { LibraryService } from './library/library.service';
import { RenderingModule } from './rendering/rendering.module';
import { SourcesController } from './sources/sources.controller';
import { SourcesService } from './sources/sources.service';
import { StorageModule } from './storage/storage.module';
import { VersionsController } from './versions/versions.controller';
import { VersionsService } from './versions/versions.service';

@Module({
  imports: [StorageModule, RenderingModule],
  controllers: [
    HealthController,
    BlobsController,
    SourcesController,
    LibraryController,
    CompositionsController,
    VersionsController,
    ExportsController,
  ],
  providers: [
    SourcesService,
    LibraryService,
    CompositionsService,
    VersionsService,
    Thumbnails,
    ExportsService,
    JobsService,
  ],
})
export class AppModule {}
