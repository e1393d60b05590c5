import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { LibSqlDriver, MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import type { Configuration } from '../configuration';
import { CompositionRecordSchema } from './entities/composition-record';
import { DeliveryRecordSchema } from './entities/delivery-record';
import { DeliverySetSchema } from './entities/delivery-set-record';
import { HistoryRecordSchema } from './entities/history-record';
import { RecipeRunSchema } from './entities/recipe-run-record';
import { SettingSchema } from './entities/setting-record';
import { SourceSchema } from './entities/source-record';
import { VersionRecordSchema } from './entities/version-record';
import { Deliveries } from './migrations/deliveries';
import { DeliveryFailures } from './migrations/delivery-failures';
import { InitialTables } from './migrations/initial-tables';
import { Library } from './migrations/library';
import { RecipeLayers } from './migrations/recipe-layers';
import { Recipes } from './migrations/recipes';
import { ShelfOrder } from './migrations/shelf-order';
import { SourceExposure } from './migrations/source-exposure';
import { SourcePlace } from './migrations/source-place';
import { Versions } from './migrations/versions';

/** Opens the database in the data folder, brought up to date, in write-ahead mode. */
export async function openDatabase(configuration: Configuration): Promise<MikroORM> {
  await mkdir(configuration.data, { recursive: true });
  const orm = await MikroORM.init({
    driver: LibSqlDriver,
    dbName: join(configuration.data, 'diplex.sqlite'),
    entities: [
      SettingSchema,
      SourceSchema,
      CompositionRecordSchema,
      HistoryRecordSchema,
      VersionRecordSchema,
      DeliveryRecordSchema,
      DeliverySetSchema,
      RecipeRunSchema,
    ],
    extensions: [Migrator],
    migrations: {
      migrationsList: [
        { name: '001-initial-tables', class: InitialTables },
        { name: '002-versions', class: Versions },
        { name: '003-shelf-order', class: ShelfOrder },
        { name: '004-library', class: Library },
        { name: '005-deliveries', class: Deliveries },
        { name: '006-recipes', class: Recipes },
        { name: '007-source-exposure', class: SourceExposure },
        { name: '008-delivery-failures', class: DeliveryFailures },
        { name: '009-source-place', class: SourcePlace },
        { name: '010-recipe-layers', class: RecipeLayers },
      ],
      snapshot: false,
    },
    discovery: { disableDynamicFileAccess: true },
  });
  const connection = orm.em.getConnection();
  await connection.execute('pragma journal_mode = wal', [], 'all');
  // A save that was answered must survive a power cut too.
  await connection.execute('pragma synchronous = full', [], 'all');
  await orm.getMigrator().up();
  return orm;
}
