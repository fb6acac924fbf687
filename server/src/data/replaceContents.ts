import { KIND_NAMES, KINDS } from '@hushto/contract';
import Database from 'libsql';
import { beginOtherPast } from '../ledger.ts';
import { LOG_TABLES } from '../log/logRows.ts';

const DOCUMENT_TABLES = KIND_NAMES.map((kind) => KINDS[kind].table);
/** Memory of the one connection while it replaces everything: indexes of a large log are filled in no order. */
const CACHE_KB = 200_000;

/** Tables that are restored, those that are pointed at first. Paired devices are not: an old list could let one back in that was sent away. */
const RESTORED = [...DOCUMENT_TABLES, ...LOG_TABLES];

/**
 * Puts the contents of a copy in place of everything kept in a database, in one transaction on one connection. Every document gets a
 * revision that was never given out, and the database another history: whoever read the old state reads all of it anew. Runs in a
 * thread; readers elsewhere go on, writers must be kept out by the caller.
 * @param file the database, which others may have open  @param copy brought up to date, with the same tables
 */
export function replaceContents({ file, copy, nowMs }: { file: string; copy: string; nowMs: number }): void {
  const database = new Database(file);
  try {
    database.exec('pragma busy_timeout = 30000');
    database.exec('pragma synchronous = FULL');
    // Tables are emptied whole, which is quick only where no key is followed; what comes in has its keys from a sound file.
    database.exec('pragma foreign_keys = OFF');
    database.exec(`pragma cache_size = ${-CACHE_KB}`);
    database.exec(`attach database '${copy.replaceAll("'", "''")}' as restored`);
    database.exec('begin immediate');
    try {
      // Those that point at others go first, and come last.
      for (const table of [...RESTORED].reverse()) database.exec(`delete from main.\`${table}\``);
      for (const table of RESTORED) {
        const columns = columnsOf(database, 'main', table);
        database.exec(`insert into main.\`${table}\` (${columns}) select ${columns} from restored.\`${table}\``);
      }
      beginOtherPast(database, nowMs);
      database.exec('commit');
    } catch (error) {
      database.exec('rollback');
      throw error;
    }
    writeBack(database);
  } finally {
    database.close();
  }
}

/** The journal holds all of it by now. Written back here, it holds up nobody later; what does not succeed is done by the next one. */
function writeBack(database: Database.Database): void {
  try {
    database.exec('detach database restored');
    database.prepare('pragma wal_checkpoint(restart)').all();
  } catch {
    // The restore itself is done and safe.
  }
}

/** Names of a table's columns, to be written into a statement. */
export function columnsOf(database: Database.Database, schema: 'main' | 'before', table: string): string {
  const columns = database.prepare(`select name from pragma_table_info('${table}', '${schema}')`).all() as { name: string }[];
  return columns.map(({ name }) => `\`${name}\``).join(', ');
}
