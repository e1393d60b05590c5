import { MikroORM } from '@mikro-orm/libsql';
import { Global, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import { CONFIGURATION, type Configuration, readConfiguration } from '../configuration';
import { BlobStore } from './blob-store';
import { openDatabase } from './database';

@Global()
@Module({
  providers: [
    { provide: CONFIGURATION, useFactory: readConfiguration },
    {
      provide: MikroORM,
      inject: [CONFIGURATION],
      useFactory: (configuration: Configuration) => openDatabase(configuration),
    },
    {
      provide: BlobStore,
      inject: [CONFIGURATION],
      async useFactory(configuration: Configuration) {
        const store = new BlobStore(configuration.data);
        await store.open(configuration.guest ? 'leave' : 'tidy');
        return store;
      },
    },
  ],
  exports: [CONFIGURATION, MikroORM, BlobStore],
})
export class StorageModule implements OnApplicationShutdown {
  constructor(@Inject(MikroORM) private readonly orm: MikroORM) {}

  async onApplicationShutdown(): Promise<void> {
    await this.orm.close();
  }
}
