import { Migration } from '@mikro-orm/migrations';

export class InitialTables extends Migration {
  override up(): void {
    this.addSql(`create table source (
      hash text primary key, name text not null, format text not null,
      width integer not null, height integer not null, bits integer not null,
      channels integer not null, profile text not null, bytes integer not null,
      taken_at text, added_at text not null, title text not null, credit text not null,
      rights text not null, note text not null)`);
    this.addSql(`create table composition (
      id text primary key, title text not null, revision integer not null,
      document text not null, position integer not null, created_at text not null,
      updated_at text not null, deleted_at text)`);
    this.addSql(`create table history_entry (
      composition text not null references composition (id) on delete cascade,
      place integer not null, entry text not null, primary key (composition, place))`);
  }

  override down(): void {
    this.addSql('drop table history_entry');
    this.addSql('drop table composition');
    this.addSql('drop table source');
  }
}
