import { Migration } from '@mikro-orm/migrations';

/** Why a frame of the log is soft, by its picture. */
export class Migration20261129000000_softness extends Migration {
  override up(): void {
    this.addSql(
      `create table \`log_softness\` (\`frame_id\` text not null, \`cause\` text not null, \`sharp\` double not null, \`hands\` double not null, \`subject\` double not null, \`focus\` double not null, \`grain\` double not null, \`smear_px\` double null, \`smear_deg\` double null, \`smear_x\` double null, \`smear_y\` double null, \`sharpest_x\` double null, \`sharpest_y\` double null, \`width_px\` integer not null, \`places\` text not null, constraint \`log_softness_frame_id_foreign\` foreign key(\`frame_id\`) references \`log_frame\`(\`id\`) on delete cascade on update no action, primary key (\`frame_id\`));`,
    );
    this.addSql(`create index \`log_softness_cause\` on \`log_softness\` (\`cause\`, \`frame_id\`);`);
  }

  override down(): void {
    this.addSql('drop table `log_softness`;');
  }
}
