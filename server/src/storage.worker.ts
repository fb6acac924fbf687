import { ApiError } from '@hushto/contract';
import Database from 'libsql';
import { chmodSync, closeSync, copyFileSync, fsyncSync, linkSync, openSync, rmSync } from 'node:fs';
import { constants, platform, setPriority } from 'node:os';
import type { BroughtInThread } from './data/bringArchive.ts';
import { isUpToDate, soundnessOf, type Soundness } from './data/soundness.ts';

// On Linux this is the thread's own: whoever waits for an answer goes first.
if (platform() === 'linux') setPriority(constants.priority.PRIORITY_LOW);

// What only a restore needs is loaded for one: most threads make a backup and are gone.

export async function replaceContents(task: { file: string; copy: string; nowMs: number }): Promise<void> {
  (await import('./data/replaceContents.ts')).replaceContents(task);
}

/** Brings an archive into a database that others read meanwhile. */
export async function bringArchive({ file, archive }: { file: string; archive: string }): Promise<BroughtInThread> {
  const { MikroORM } = await import('@mikro-orm/libsql');
  const { ormConfig } = await import('./mikro-orm.config.ts');
  const { readArchive } = await import('./data/archive.ts');
  const { storesWith } = await import('./stores.ts');
  const orm = await MikroORM.init(ormConfig(file));
  try {
    for (const pragma of ['busy_timeout = 30000', 'synchronous = FULL', 'cache_size = -100000'])
      await orm.em.getConnection().execute(`pragma ${pragma}`);
    return { brought: await readArchive(orm.em.fork(), storesWith(() => new Date()), archive) }; // prettier-ignore
  } catch (error) {
    if (error instanceof ApiError && error.code === 'BAD_ARCHIVE') return { refused: [...error.issues] };
    throw error;
  } finally {
    await orm.close(true);
  }
}

/** Copies a database whole into a file that must not be there yet, reads the copy through, and sees it safely on the disk. */
export function copyDatabase({ file, copy }: { file: string; copy: string }): Soundness {
  rmSync(copy, { force: true });
  const database = new Database(file);
  try {
    database.exec('pragma busy_timeout = 5000');
    // A consistent copy even while the journal holds changes; quotes doubled as SQL wants them.
    database.exec(`vacuum into '${copy.replaceAll("'", "''")}'`);
  } finally {
    database.close();
  }
  chmodSync(copy, 0o600);
  const soundness = soundnessOf(copy);
  syncFile(copy);
  return soundness;
}

export function lookThrough({ file }: { file: string }): Soundness {
  return soundnessOf(file);
}

/**
 * Sets a backup aside under another name, reads it through, and brings its tables up to date where they are older. The backup itself
 * stays as it is, and may go meanwhile. A second name for the same bytes costs nothing; they are copied only where they are changed.
 */
export async function setAside({ file, copy }: { file: string; copy: string }): Promise<Soundness> {
  try {
    linkSync(file, copy);
  } catch (error) {
    if ((error as { code?: string }).code === 'ENOENT') return 'missing';
    // A file system without second names.
    copyFileSync(file, copy);
  }
  const found = soundnessOf(copy);
  if (found !== 'sound' || isUpToDate(copy)) return found;
  rmSync(copy);
  copyFileSync(file, copy);
  chmodSync(copy, 0o600);
  const { MikroORM } = await import('@mikro-orm/libsql');
  const { ormConfig } = await import('./mikro-orm.config.ts');
  const orm = await MikroORM.init(ormConfig(copy));
  try {
    await orm.migrator.up();
  } finally {
    await orm.close(true);
  }
  return found;
}

function syncFile(file: string): void {
  const handle = openSync(file, 'r+');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
