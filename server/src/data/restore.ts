import { ApiError } from '@hushto/contract';
import { MikroORM } from '@mikro-orm/libsql';
import Database from 'libsql';
import { chmodSync, copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { beginOtherPast } from '../ledger.ts';
import { columnsOf } from './replaceContents.ts';
import { ormConfig } from '../mikro-orm.config.ts';
import type { Backups } from './backups.ts';
import { revisionIn, soundnessOf } from './soundness.ts';
import { StartFailure } from './startFailure.ts';

/** What came of a restore. */
interface Restored {
  /** Where what was there is now; null where there was nothing. */
  before: string | null;
  /** Whether devices stay paired that were paired before: else nobody knows which of those in the backup were sent away since. */
  devicesStay: boolean;
}

/**
 * Puts a backup in the place of the database file, of a server that does not run. What was there, whole or not, is moved aside with its
 * journal, and named.
 * @param folder of the data, locked by the caller
 * @throws StartFailure when the backup cannot be used; nothing was changed then
 */
export async function restoreFile(folder: string, backup: string, now: Date): Promise<Restored> {
  const found = soundnessOf(backup);
  if (found !== 'sound') throw new StartFailure(`${backup} ${REFUSED[found]} Nothing was changed; choose another.`);
  const file = path.join(folder, 'hushto.sqlite');
  const fresh = path.join(folder, 'hushto.sqlite.restoring');
  for (const rest of ['', '-wal', '-shm', '-journal']) rmSync(fresh + rest, { force: true });
  copyFileSync(backup, fresh);
  chmodSync(fresh, 0o600);
  const orm = await MikroORM.init(ormConfig(fresh));
  await orm.migrator.up();
  await orm.close(true);
  const before = path.join(folder, `before-restore-${now.toISOString().replace(/[:.]/g, '-')}`);
  const old = ['', '-wal', '-shm'].map((rest) => file + rest).filter((one) => existsSync(one));
  if (old.length > 0) mkdirSync(before, { mode: 0o700 });
  for (const one of old) copyFileSync(one, path.join(before, path.basename(one)));
  // What was there is safe in its folder by now: this may read the file itself, which writes its journal into it.
  const devicesStay = becomeHeir(fresh, file, now);
  // An old journal beside the new file would be laid over it.
  for (const rest of ['-wal', '-shm']) rmSync(file + rest, { force: true });
  renameSync(fresh, file);
  for (const rest of ['-wal', '-shm']) rmSync(fresh + rest, { force: true });
  return { before: old.length > 0 ? before : null, devicesStay };
}

/**
 * Makes a file fit to take the place of another: with revisions above all of the other's, and its paired devices, so that one that was
 * sent away stays away. @returns whether its devices could be read
 */
function becomeHeir(fresh: string, file: string, now: Date): boolean {
  const lastKnown = existsSync(file) ? Number(revisionIn(file) ?? 0) : 0;
  const database = new Database(fresh);
  try {
    database.exec('begin immediate');
    beginOtherPast(database, now.getTime(), lastKnown);
    database.exec('delete from paired');
    database.exec('commit');
    const devicesStay = existsSync(file) && takeDevices(database, file);
    database.prepare('pragma wal_checkpoint(truncate)').all();
    return devicesStay;
  } finally {
    database.close();
  }
}

function takeDevices(database: Database.Database, file: string): boolean {
  if (soundnessOf(file) !== 'sound') return false;
  try {
    database.exec(`attach database '${file.replaceAll("'", "''")}' as before`);
    const columns = columnsOf(database, 'before', 'paired');
    database.exec(`insert into main.paired (${columns}) select ${columns} from before.paired`);
    return true;
  } catch {
    // Its tables are of an earlier release: its devices are paired again.
    return false;
  }
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
