import { Migration } from '@mikro-orm/migrations';

/** Runs of recipes. */
export class Recipes extends Migration {
  override up(): void {
    this.addSql(`create table recipe_run (
      id text primary key, composition text not null, title text not null, document text not null,
      request text not null, results text not null, created_at text not null)`);
    this.addSql('create index recipe_run_of on recipe_run (composition, created_at)');
  }

  override down(): void {
    this.addSql('drop table recipe_run');
  }
}
