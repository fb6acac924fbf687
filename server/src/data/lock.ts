import Database from 'libsql';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { StartFailure } from './startFailure.ts';

/**
 * Takes a folder for this process alone. The lock is the operating system's, on a file of its own: it is gone with the process,
 * however that ends, so no stale one is ever in the way. Who holds it stands beside it as text.
 * @returns lets it go again  @throws StartFailure naming the process that has it
 */
export function lockFolder(folder: string): () => void {
  const holder = path.join(folder, 'hushto.pid');
  const lock = new Database(path.join(folder, 'hushto.lock'));
  try {
    lock.exec('pragma busy_timeout = 0');
    lock.exec('begin exclusive');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw error;
    throw new StartFailure(
      `Another Hushto (process ${said(holder)}) is using the data in ${folder}. Stop it first, or set HUSHTO_DATA to another folder.`,
    );
  }
  writeFileSync(holder, `${process.pid}\n`);
  return () => {
    rmSync(holder, { force: true });
    lock.close();
  };
}

function said(holder: string): string {
  try {
    return readFileSync(holder, 'utf8').trim();
  } catch {
    return 'unknown';
  }
}
