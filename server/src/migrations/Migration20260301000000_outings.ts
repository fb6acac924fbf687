import { Migration } from '@mikro-orm/migrations';

/** Places with their readings, run sheets and tallies as JSON documents; devices paired over the network. */
export class Migration20260301000000_outings extends Migration {
  override up(): void {
    for (const table of ['place', 'run_sheet', 'tally']) {
      this.addSql(
        `create table \`${table}\` (\`id\` text not null primary key, \`title\` text not null, \`document\` json not null, \`format\` integer not null, \`revision\` integer not null, \`created_at\` datetime not null, \`updated_at\` datetime not null, \`deleted_at\` datetime null);`,
      );
    }
    this.addSql('create table `paired` (`token_hash` text not null primary key, `paired_at` datetime not null);');
  }

  override down(): void {
    for (const table of ['place', 'run_sheet', 'tally', 'paired']) this.addSql(`drop table \`${table}\`;`);
  }
}
