import { Migration } from '@mikro-orm/migrations';

/** Hold series and taste series as JSON documents. */
export class Migration20260501000000_learning extends Migration {
  override up(): void {
    for (const table of ['hold_series', 'taste_series']) {
      this.addSql(
        `create table \`${table}\` (\`id\` text not null primary key, \`title\` text not null, \`document\` json not null, \`format\` integer not null, \`revision\` integer not null, \`created_at\` datetime not null, \`updated_at\` datetime not null, \`deleted_at\` datetime null);`,
      );
    }
  }

  override down(): void {
    for (const table of ['hold_series', 'taste_series']) this.addSql(`drop table \`${table}\`;`);
  }
}
