import { Migration } from '@mikro-orm/migrations';

/** Briefs, bodies and lenses as JSON documents with a format version and a revision. */
export class Migration20260112000000_documents extends Migration {
  override up(): void {
    for (const table of ['brief', 'body', 'lens']) {
      this.addSql(
        `create table \`${table}\` (\`id\` text not null primary key, \`title\` text not null, \`document\` json not null, \`format\` integer not null, \`revision\` integer not null, \`created_at\` datetime not null, \`updated_at\` datetime not null, \`deleted_at\` datetime null);`,
      );
    }
  }

  override down(): void {
    for (const table of ['brief', 'body', 'lens']) this.addSql(`drop table \`${table}\`;`);
  }
}
