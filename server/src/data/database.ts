import { MikroORM } from '@mikro-orm/libsql';
import { chmodSync, existsSync, mkdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { ormConfig } from '../mikro-orm.config.ts';
import { Backups } from './backups.ts';
import { revisionIn, soundnessOf, type Soundness } from './soundness.ts';
import { StartFailure } from './startFailure.ts';

/** The open database with what belongs to its file; a database in memory has neither file nor backups. */
export interface Data {
  orm: MikroORM;
  backups: Backups | null;
  /** The last revision that is in a backup; null where nothing was here before. */
  backedUp: number | null;
  /** Reads every index against its table, in a thread. @throws StartFailure as at the opening, which leaves that out */
  readThrough: () => Promise<void>;
  /** Closes it so that its file alone is everything. @returns whether that came about */
  close: () => Promise<boolean>;
}

/**
 * Opens the database and brings its tables up to date, on a file whose every page was read first. Before tables change a
 * backup is made; one of what else changed since the last is the caller's, who need not wait for it.
 * @param file a path, or `:memory:`  @param now for the names of backups
 * @throws StartFailure when the file cannot be used, with the remedy that fits
 */
export async function openData(file: string, now: () => Date = () => new Date()): Promise<Data> {
  if (file === ':memory:') {
    const orm = await openedAndMigrated(file, null);
    return {
      orm,
      backups: null,
      backedUp: null,
      readThrough: async () => undefined,
      close: async () => orm.close(true).then(() => true),
    };
  }
  mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
  const backups = new Backups(file, now);
  backups.clearCutOff();
  try {
    await refuseUnusable(soundnessOf(file, { indexes: false }), file, backups);
    const existed = existsSync(file);
    const orm = await openedAndMigrated(file, backups);
    for (const owned of [file, `${file}-wal`, `${file}-shm`]) if (existsSync(owned)) chmodSync(owned, 0o600);
    return {
      orm,
      backups,
      backedUp: existed ? newestIn(backups) : null,
      readThrough: async () =>
        refuseUnusable(await backups.readThrough(), file, backups, 'what was changed since the start is in it alone'),
      close: async () => {
        await backups.close();
        const [result] = await orm.em.getConnection().execute<{ busy: number }[]>('pragma wal_checkpoint(truncate)');
        await orm.close(true);
        return result?.busy === 0;
      },
    };
  } catch (error) {
    await backups.close();
    throw error;
  }
}

async function openedAndMigrated(file: string, backups: Backups | null): Promise<MikroORM> {
  const existed = backups !== null && existsSync(file);
  const orm = await MikroORM.init(ormConfig(file));
  const connection = orm.em.getConnection();
  await connection.execute('pragma journal_mode = WAL');
  await connection.execute('pragma busy_timeout = 5000');
  await connection.execute('pragma synchronous = FULL');
  const pending = await orm.migrator.getPendingMigrations();
  if (existed && pending.length > 0) await backups.make();
  if (pending.length > 0) await orm.migrator.up();
  return orm;
}

/** The last revision in the newest backup; before all others where there is none, or it cannot be read. */
function newestIn(backups: Backups): number {
  const [newest] = backups.list();
  return Number((newest && revisionIn(path.join(backups.folder, newest.name))) ?? -1);
}

const FOUND: Record<Exclude<Soundness, 'sound'>, string> = {
  missing: 'is missing, though something of it is still there',
  empty: 'is empty, though there was something in it',
  damaged: 'is damaged',
  newer: 'was written by a newer Hushto than this one',
  foreign: 'holds no data of Hushto',
};

/** @param changed what became of it since the start */
async function refuseUnusable(found: Soundness, file: string, backups: Backups, changed = 'nothing was changed'): Promise<void> {
  if (found === 'sound') return;
  // Nothing was here yet, or SQLite made the file and a stop came before its first table.
  const untouched = found === 'missing' || found === 'empty' || (found === 'foreign' && statSync(file).size <= ONE_PAGE);
  if (untouched && backups.list().length === 0 && !hasJournal(file)) return;
  const newest = await backups.newestSound();
  const restore = newest
    ? `The newest backup that reads whole is of ${newest.madeAt.slice(0, 16).replace('T', ' ')} UTC. To go back to it: npm run restore -- "${path.join(backups.folder, newest.name)}" (what is there now is kept).`
    : `No backup beside it reads whole. Keep a copy of ${path.dirname(file)} before you try anything.`;
  const update = found === 'newer' ? 'Start the newer version again. ' : '';
  const anew = found === 'missing' || found === 'empty' ? ` To begin anew instead, move ${backups.folder} away.` : '';
  throw new StartFailure(`The database ${file} ${FOUND[found]}; ${changed}. ${update}${restore}${anew}`);
}

/** What SQLite writes before the first table, bytes. */
const ONE_PAGE = 4096;
const hasJournal = (file: string): boolean => existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0;
