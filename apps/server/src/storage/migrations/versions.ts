import { Migration } from '@mikro-orm/migrations';

export class Versions extends Migration {
  override up(): void {
    this.addSql(`create table version (
      id text primary key, composition text not null references composition (id) on delete cascade,
      name text not null, document text not null, created_at text not null)`);
    this.addSql('create index version_of on version (composition, created_at)');
  }

  override down(): void {
    this.addSql('drop table version');
  }
}
