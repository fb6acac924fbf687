import { Migration } from '@mikro-orm/migrations';

/** A device that was sent away is remembered, so that it can be told and forgets what it has. */
export class Migration20261202000000_removedDevices extends Migration {
  override up(): void {
    this.addSql('alter table `paired` add column `removed_at` datetime null;');
  }

  override down(): void {
    this.addSql('delete from `paired` where `removed_at` is not null;');
    this.addSql('alter table `paired` drop column `removed_at`;');
  }
}
