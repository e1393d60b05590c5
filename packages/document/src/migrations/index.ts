export { isOlder, migrated, migratedHistory } from './migrate';
export { MigrationRefused } from './to-schema-6';
