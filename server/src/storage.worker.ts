import Database from 'libsql';
import { chmodSync, closeSync, copyFileSync, fsyncSync, linkSync, openSync, rmSync } from 'node:fs';
import { isUpToDate, soundnessOf, type Soundness } from './data/soundness.ts';

// What only a restore needs is loaded for one: most threads make a backup and are gone.

export async function replaceContents(task: { file: string; copy: string; nowMs: number }): Promise<void> {
  (await import('./data/replaceContents.ts')).replaceContents(task);
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
