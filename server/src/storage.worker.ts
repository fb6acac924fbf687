import Database from 'libsql';
import { chmodSync, closeSync, fsyncSync, openSync, rmSync } from 'node:fs';
import { soundnessOf, type Soundness } from './data/soundness.ts';

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

function syncFile(file: string): void {
  const handle = openSync(file, 'r+');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
