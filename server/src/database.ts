import { MikroORM } from '@mikro-orm/libsql';
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { ormConfig } from './mikro-orm.config.ts';

const KEPT_BACKUPS = 7;

/**
 * Opens the database and brings its tables up to date. A file that is about to be migrated, or has no backup of today, is first
 * copied whole into `backups/` beside it; the last seven copies are kept.
 * @param file a path, or `:memory:`  @param now for the name of the backup
 */
export async function openDatabase(file: string, now = new Date()): Promise<MikroORM> {
  const onDisk = file !== ':memory:';
  const existed = onDisk && existsSync(file) && statSync(file).size > 0;
  if (onDisk) mkdirSync(path.dirname(file), { recursive: true });
  const orm = await MikroORM.init(ormConfig(file));
  const connection = orm.em.getConnection();
  await connection.execute('pragma journal_mode = WAL');
  await connection.execute('pragma busy_timeout = 5000');
  await connection.execute('pragma synchronous = FULL');
  const pending = await orm.migrator.getPendingMigrations();
  if (existed) await backUp(orm, file, now, pending.length > 0);
  if (pending.length > 0) await orm.migrator.up();
  return orm;
}

async function backUp(orm: MikroORM, file: string, now: Date, always: boolean): Promise<void> {
  const folder = path.join(path.dirname(file), 'backups');
  mkdirSync(folder, { recursive: true });
  const stamp = now.toISOString().replace(/[:.]/g, '-');
  const backups = (): string[] =>
    readdirSync(folder)
      .filter((name) => name.startsWith('hushto-'))
      .sort();
  const today = backups().some((name) => name.startsWith(`hushto-${stamp.slice(0, 10)}`));
  if (today && !always) return;
  const target = path.join(folder, `hushto-${stamp}.sqlite`);
  // A consistent copy even while the journal holds changes; quotes doubled as SQL wants them.
  await orm.em.getConnection().execute(`vacuum into '${target.replaceAll("'", "''")}'`);
  for (const old of backups().slice(0, -KEPT_BACKUPS)) rmSync(path.join(folder, old));
}
