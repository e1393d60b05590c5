import { Module } from '@nestjs/common';
import { Archives } from './archives/archives.service';
import { OpeningsController } from './archives/openings.controller';
import { Openings } from './archives/openings.service';
import { BlobsController } from './blobs/blobs.controller';
import { CompositionsController } from './compositions/compositions.controller';
import { CompositionsService } from './compositions/compositions.service';
import { Thumbnails } from './compositions/thumbnails';
import { DeliveriesController } from './deliveries/deliveries.controller';
import { DeliveriesService } from './deliveries/deliveries.service';
import { DeliverySetsService } from './deliveries/delivery-sets.service';
import { HealthController } from './health.controller';
import { JobsController } from './jobs/jobs.controller';
import { JobsService } from './jobs/jobs.service';
import { LibraryController } from './library/library.controller';
import { LibraryService } from './library/library.service';
import { RecipeMaker } from './recipes/recipe-maker';
import { RecipesController } from './recipes/recipes.controller';
import { RecipesService } from './recipes/recipes.service';
import { SubjectFinder } from './recipes/subject-finder';
import { SubjectPixels } from './recipes/subject-pixels';
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
    OpeningsController,
    DeliveriesController,
    JobsController,
    RecipesController,
  ],
  providers: [
    SourcesService,
    LibraryService,
    CompositionsService,
    VersionsService,
    Thumbnails,
    Archives,
    Openings,
    DeliveriesService,
    DeliverySetsService,
    SubjectFinder,
    SubjectPixels,
    RecipeMaker,
    RecipesService,
    JobsService,
  ],
})
export class AppModule {}
