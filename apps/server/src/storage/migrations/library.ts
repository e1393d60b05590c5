import { Migration } from '@mikro-orm/migrations';

/** Where the library is, and from which address a source came. */
export class Library extends Migration {
  override up(): void {
    this.addSql('create table setting (name text primary key, value text not null)');
    this.addSql("alter table source add column origin text not null default ''");
  }

  override down(): void {
    this.addSql('drop table setting');
    this.addSql('alter table source drop column origin');
  }
}
