import { Migration } from '@mikro-orm/migrations';

/** What a source is for, what its rights allow, its collections, and whether it is still on the shelf. */
export class ShelfOrder extends Migration {
  override up(): void {
    this.addSql("alter table source add column kind text not null default 'picture'");
    this.addSql("alter table source add column terms text not null default 'free'");
    this.addSql("alter table source add column collections text not null default '[]'");
    this.addSql('alter table source add column off_shelf integer not null default 0');
    // Tips were told by their titles alone before.
    this.addSql("update source set kind = 'tip' where lower(title) like 'brush tip%'");
  }

  override down(): void {
    for (const column of ['kind', 'terms', 'collections', 'off_shelf']) {
      this.addSql(`alter table source drop column ${column}`);
    }
  }
}
