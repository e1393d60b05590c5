import { Migration } from '@mikro-orm/migrations';

/** At which exposure a source was taken; of those brought in before it is not known. */
export class SourceExposure extends Migration {
  override up(): void {
    this.addSql('alter table source add column exposure real');
  }

  override down(): void {
    this.addSql('alter table source drop column exposure');
  }
}
