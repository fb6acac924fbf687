import { ApiError, KIND_NAMES, KINDS } from '@hushto/contract';
import { MikroORM } from '@mikro-orm/libsql';
import { chmodSync, copyFileSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { NEW_PAST_SQL } from '../ledger.ts';
import { LOG_TABLES } from '../log/logArchive.ts';
import { ormConfig } from '../mikro-orm.config.ts';
import type { Backups } from './backups.ts';
import { soundnessOf } from './soundness.ts';
import { StartFailure } from './startFailure.ts';

/**
 * Puts the contents of a backup in place of everything kept, while the server runs, in one transaction. What was there is backed up
 * first. Paired devices stay as they are: an old list could let a device back in that was sent away.
 * @throws ApiError NOT_FOUND, BACKUP_UNSOUND
 */
export async function restoreBackup(orm: MikroORM, backups: Backups, name: string): Promise<void> {
  const source = await backups.sound(name);
  await backups.make();
  const aside = mkdtempSync(path.join(backups.folder, 'restoring-'));
  try {
    // An older backup's tables are brought up to date in a copy; the backup itself stays as it is.
    const copy = path.join(aside, 'copy.sqlite');
    copyFileSync(source, copy);
    const old = await MikroORM.init(ormConfig(copy));
    await old.migrator.up();
    await old.close(true);
    await replaceContents(orm, copy);
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}

async function replaceContents(orm: MikroORM, copy: string): Promise<void> {
  const connection = orm.em.getConnection();
  await connection.execute(`attach database '${copy.replaceAll("'", "''")}' as restored`);
  try {
    await orm.em.fork().transactional(async (inner) => {
      for (const kind of KIND_NAMES) {
        const { table } = KINDS[kind];
        const columns = 'id, title, document, format, revision, created_at, updated_at, deleted_at';
        await inner.execute(`delete from main.\`${table}\``);
        await inner.execute(`insert into main.\`${table}\` (${columns}) select ${columns} from restored.\`${table}\``);
      }
      // Those that point at others go first, and come last.
      for (const table of [...LOG_TABLES].reverse()) await inner.execute(`delete from main.\`${table}\``);
      for (const table of LOG_TABLES) await inner.execute(`insert into main.\`${table}\` select * from restored.\`${table}\``);
      for (const sql of NEW_PAST_SQL) await inner.execute(sql);
    });
  } finally {
    await connection.execute('detach database restored');
  }
}

/**
 * Puts a backup in the place of the database file, of a server that does not run. What was there, whole or not, is moved aside with its
 * journal, and named.
 * @param folder of the data, locked by the caller
 * @returns where what was there is now; null where there was nothing
 * @throws StartFailure when the backup cannot be used; nothing was changed then
 */
export async function restoreFile(folder: string, backup: string, now: Date): Promise<string | null> {
  const found = soundnessOf(backup);
  if (found !== 'sound') throw new StartFailure(`${backup} ${REFUSED[found]} Nothing was changed; choose another.`);
  const file = path.join(folder, 'hushto.sqlite');
  const fresh = path.join(folder, 'hushto.sqlite.restoring');
  for (const rest of ['', '-wal', '-shm', '-journal']) rmSync(fresh + rest, { force: true });
  copyFileSync(backup, fresh);
  chmodSync(fresh, 0o600);
  const orm = await MikroORM.init(ormConfig(fresh));
  await orm.migrator.up();
  for (const sql of NEW_PAST_SQL) await orm.em.getConnection().execute(sql);
  await orm.em.getConnection().execute('pragma wal_checkpoint(truncate)');
  await orm.close(true);
  const before = path.join(folder, `before-restore-${now.toISOString().replace(/[:.]/g, '-')}`);
  const old = ['', '-wal', '-shm'].map((rest) => file + rest).filter((one) => existsSync(one));
  if (old.length > 0) mkdirSync(before, { mode: 0o700 });
  for (const one of old) copyFileSync(one, path.join(before, path.basename(one)));
  // An old journal beside the new file would be laid over it.
  for (const rest of ['-wal', '-shm']) rmSync(file + rest, { force: true });
  renameSync(fresh, file);
  for (const rest of ['-wal', '-shm']) rmSync(fresh + rest, { force: true });
  return old.length > 0 ? before : null;
}

const REFUSED = {
  missing: 'is not there.',
  empty: 'is empty.',
  damaged: 'is damaged.',
  newer: 'was written by a newer Hushto than this one.',
  foreign: 'holds no data of Hushto.',
};

/** A database in memory has nothing to restore from. */
export function backupsOf(backups: Backups | null): Backups {
  if (!backups) throw new ApiError('NOT_FOUND');
  return backups;
}
