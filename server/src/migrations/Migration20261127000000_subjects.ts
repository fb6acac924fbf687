import { Migration } from '@mikro-orm/migrations';

/** Subjects of one's own. */
export class Migration20261127000000_subjects extends Migration {
  override up(): void {
    this.addSql(
      'create table `subject` (`id` text not null primary key, `title` text not null, `document` json not null, `format` integer not null, `revision` integer not null, `created_at` datetime not null, `updated_at` datetime not null, `deleted_at` datetime null);',
    );
    this.addSql('create index `subject_revision` on `subject` (`revision`);');
    this.addSql('create index `subject_order` on `subject` (`created_at`, `id`);');
  }

  override down(): void {
    this.addSql('drop table `subject`;');
  }
}
