import { Migration } from '@mikro-orm/migrations';

const TABLES = ['brief', 'body', 'lens', 'place', 'run_sheet', 'tally', 'hold_series', 'taste_series'];
const NINETY_DAYS_MS = 90 * 86_400_000;

/**
 * Revisions are counted over all documents, above every one given out before, in the order of the last changes; lists and changes
 * have an index each; paired devices have a name, and an end.
 */
export class Migration20261126000000_revisions extends Migration {
  override up(): void {
    this.addSql('create table `ledger` (`name` text not null, `value` text not null, primary key (`name`));');
    const highest = TABLES.map((table) => `select max(revision) as r from \`${table}\``).join(' union all ');
    this.addSql(`insert into \`ledger\` select 'revision', coalesce(max(r), 0) from (${highest});`);
    this.addSql(`insert into \`ledger\` values ('history', lower(hex(randomblob(16))));`);
    for (const table of TABLES) {
      const numbered = `select id as i, row_number() over (order by updated_at, created_at, id) as n from \`${table}\``;
      const last = `(select cast(value as integer) from ledger where name = 'revision')`;
      this.addSql(`update \`${table}\` set revision = ${last} + n from (${numbered}) where i = \`${table}\`.id;`);
      this.addSql(`update ledger set value = ${last} + (select count(*) from \`${table}\`) where name = 'revision';`);
      this.addSql(`create index \`${table}_revision\` on \`${table}\` (\`revision\`);`);
      this.addSql(`create index \`${table}_order\` on \`${table}\` (\`created_at\`, \`id\`);`);
    }
    this.addSql('alter table `paired` rename to `paired_before`;');
    this.addSql(
      'create table `paired` (`id` text not null, `token_hash` text not null, `name` text not null, `paired_at` datetime not null, `seen_at` datetime not null, `expires_at` datetime not null, primary key (`id`));',
    );
    this.addSql(
      `insert into \`paired\` select lower(hex(randomblob(16))), token_hash, 'Phone', paired_at, paired_at, paired_at + ${NINETY_DAYS_MS} from \`paired_before\`;`,
    );
    this.addSql('drop table `paired_before`;');
    this.addSql('create unique index `paired_token_hash_unique` on `paired` (`token_hash`);');
  }

  override down(): void {
    for (const table of TABLES) {
      this.addSql(`drop index \`${table}_revision\`;`);
      this.addSql(`drop index \`${table}_order\`;`);
    }
    this.addSql('alter table `paired` rename to `paired_after`;');
    this.addSql('create table `paired` (`token_hash` text not null primary key, `paired_at` datetime not null);');
    this.addSql('insert into `paired` select token_hash, paired_at from `paired_after`;');
    this.addSql('drop table `paired_after`;');
    this.addSql('drop table `ledger`;');
  }
}
