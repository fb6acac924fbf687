import { Migration } from '@mikro-orm/migrations';

const TABLES = ['focus_series', 'kit_look'] as const;

/** Focus tests, and kits looked at blind; and what was taken of each brief is summed without looking its frames up one by one. */
export class Migration20261130000000_kits extends Migration {
  override up(): void {
    this.addSql('create index `log_frame_taken` on `log_frame` (`deleted_at`, `brief_id`, `take`, `shutter_thirds`, `ev100`);');
    for (const table of TABLES) {
      this.addSql(
        `create table \`${table}\` (\`id\` text not null primary key, \`title\` text not null, \`document\` json not null, \`format\` integer not null, \`revision\` integer not null, \`created_at\` datetime not null, \`updated_at\` datetime not null, \`deleted_at\` datetime null);`,
      );
      this.addSql(`create index \`${table}_revision\` on \`${table}\` (\`revision\`);`);
      this.addSql(`create index \`${table}_order\` on \`${table}\` (\`created_at\`, \`id\`);`);
    }
  }

  override down(): void {
    this.addSql('drop index `log_frame_taken`;');
    for (const table of TABLES) this.addSql(`drop table \`${table}\`;`);
  }
}
