import { Migration } from '@mikro-orm/migrations';

/** The log: frames, bursts, outings, verdicts, previews, and bodies and lenses as cameras write them. */
export class Migration20261128000000_log extends Migration {
  override up(): void {
    this.addSql(
      `create table \`log_outing\` (\`id\` text not null, \`title\` text not null, \`started_at\` datetime null, \`ended_at\` datetime null, \`run_sheet_id\` text null, primary key (\`id\`));`,
    );
    this.addSql(`create index \`log_outing_time\` on \`log_outing\` (\`started_at\`);`);
    this.addSql(
      `create table \`log_burst\` (\`id\` text not null, \`outing_id\` text not null, \`started_at\` datetime not null, \`frames\` integer not null, constraint \`log_burst_outing_id_foreign\` foreign key(\`outing_id\`) references \`log_outing\`(\`id\`) on delete cascade on update no action, primary key (\`id\`));`,
    );
    this.addSql(`create index \`log_burst_outing_id_index\` on \`log_burst\` (\`outing_id\`);`);
    this.addSql(
      `create table \`log_frame\` (\`id\` text not null, \`digest\` text not null, \`name\` text not null, \`bytes\` integer not null, \`taken_at\` datetime null, \`wall_clock\` text null, \`zoned\` integer not null, \`width_px\` integer null, \`height_px\` integer null, \`orientation\` integer not null, \`camera\` text null, \`lens\` text null, \`outing_id\` text not null, \`burst_id\` text null, \`brief_id\` text null, \`verdict\` text null, \`take\` text null, \`shutter_s\` double null, \`f_number\` double null, \`iso\` double null, \`focal_length_mm\` double null, \`written_equivalent_mm\` double null, \`equivalent_mm\` double null, \`ev100\` double null, \`hold\` double null, \`smear\` double null, \`snr\` double null, \`distance_m\` double null, \`held_chance\` double null, \`shutter_thirds\` integer null, \`iso_thirds\` integer null, \`focal_halves\` integer null, \`distance_halves\` integer null, \`hold_thirds\` integer null, \`smear_thirds\` integer null, \`grain_thirds\` integer null, \`seed\` integer null, \`deleted_at\` datetime null, constraint \`log_frame_outing_id_foreign\` foreign key(\`outing_id\`) references \`log_outing\`(\`id\`) on delete cascade on update no action, constraint \`log_frame_burst_id_foreign\` foreign key(\`burst_id\`) references \`log_burst\`(\`id\`) on delete set null on update no action, primary key (\`id\`));`,
    );
    this.addSql(`create unique index \`log_frame_digest_unique\` on \`log_frame\` (\`digest\`);`);
    this.addSql(`create index \`log_frame_outing_id_index\` on \`log_frame\` (\`outing_id\`);`);
    this.addSql(`create index \`log_frame_time\` on \`log_frame\` (\`deleted_at\`, \`taken_at\`, \`id\`);`);
    this.addSql(`create index \`log_frame_outing\` on \`log_frame\` (\`outing_id\`, \`taken_at\`, \`id\`);`);
    this.addSql(`create index \`log_frame_verdict\` on \`log_frame\` (\`deleted_at\`, \`verdict\`, \`taken_at\`, \`id\`);`);
    this.addSql(`create index \`log_frame_burst\` on \`log_frame\` (\`burst_id\`);`);
    this.addSql(`create index \`log_frame_brief\` on \`log_frame\` (\`deleted_at\`, \`brief_id\`, \`taken_at\`, \`id\`);`);
    this.addSql(`create index \`log_frame_seed\` on \`log_frame\` (\`seed\`);`);
    this.addSql(`create index \`log_frame_shelf\` on \`log_frame\` (\`deleted_at\`, \`outing_id\`, \`verdict\`);`);
    this.addSql(
      `create index \`log_frame_says\` on \`log_frame\` (\`deleted_at\`, \`brief_id\`, \`shutter_thirds\`, \`focal_halves\`, \`iso_thirds\`, \`distance_halves\`, \`hold_thirds\`, \`smear_thirds\`, \`grain_thirds\`, \`verdict\`, \`held_chance\`);`,
    );
    this.addSql(
      `create table \`log_verdict\` (\`id\` integer not null primary key autoincrement, \`frame_id\` text not null, \`verdict\` text null, \`judged_at\` datetime not null, constraint \`log_verdict_frame_id_foreign\` foreign key(\`frame_id\`) references \`log_frame\`(\`id\`) on delete cascade on update no action);`,
    );
    this.addSql(`create index \`log_verdict_frame_id_index\` on \`log_verdict\` (\`frame_id\`);`);
    this.addSql(
      `create table \`log_preview\` (\`frame_id\` text not null, \`likeness\` text null, \`sharpness\` double null, \`webp\` blob not null, constraint \`log_preview_frame_id_foreign\` foreign key(\`frame_id\`) references \`log_frame\`(\`id\`) on delete cascade on update no action, primary key (\`frame_id\`));`,
    );
    this.addSql(
      `create table \`log_gear\` (\`kind\` text not null, \`written_as\` text not null, \`document_id\` text null, primary key (\`kind\`, \`written_as\`));`,
    );
  }

  override down(): void {
    for (const table of ['log_gear', 'log_preview', 'log_verdict', 'log_frame', 'log_burst', 'log_outing'])
      this.addSql(`drop table \`${table}\`;`);
  }
}
