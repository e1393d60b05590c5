import { Migration } from '@mikro-orm/migrations';

/** Where a source was taken; of those brought in before it is not known. */
export class SourcePlace extends Migration {
  override up(): void {
    this.addSql("alter table source add column place text not null default ''");
  }

  override down(): void {
    this.addSql('alter table source drop column place');
  }
}
