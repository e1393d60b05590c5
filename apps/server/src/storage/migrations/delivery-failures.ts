import { Migration } from '@mikro-orm/migrations';

/** Which files of a delivery could not be made; of those before it is known that all were. */
export class DeliveryFailures extends Migration {
  override up(): void {
    this.addSql("alter table delivery add column failed text not null default '[]'");
  }

  override down(): void {
    this.addSql('alter table delivery drop column failed');
  }
}
