import { Migration } from '@mikro-orm/migrations';

/** What was delivered, with its files, and sets of files under names. */
export class Deliveries extends Migration {
  override up(): void {
    this.addSql(`create table delivery (
      id text primary key, composition text not null, title text not null, name text not null,
      revision integer not null, created_at text not null, files text not null, let_pass text not null)`);
    this.addSql('create index delivery_of on delivery (composition, created_at)');
    this.addSql(
      'create table delivery_set (name text primary key, files text not null, saved_at text not null)',
    );
  }

  override down(): void {
    this.addSql('drop table delivery');
    this.addSql('drop table delivery_set');
  }
}
