import Database from 'libsql';
import { existsSync, statSync } from 'node:fs';
import { MIGRATIONS } from '../migrations/index.ts';

/** What a database file is found to be. */
export type Soundness = 'sound' | 'missing' | 'empty' | 'damaged' | 'newer' | 'foreign';

/**
 * Reads a database file through: every page, whether its tables are ones this version knows, and every index against its table.
 * Leaves the file as it is.
 * @param indexes false leaves the last out, which takes ten times as long as the rest; where tables are to change they are looked at all the same
 */
export function soundnessOf(file: string, { indexes = true } = {}): Soundness {
  if (!existsSync(file)) return 'missing';
  if (statSync(file).size === 0) return 'empty';
  let database: Database.Database | null = null;
  try {
    database = new Database(file);
    if (!passes(database, 'quick_check')) return 'damaged';
    const tables = database.prepare(`select name from sqlite_master where name = 'mikro_orm_migrations'`).all();
    if (tables.length === 0) return 'foreign';
    const steps = database.prepare('select name from mikro_orm_migrations').all() as { name: string }[];
    if (!steps.every(({ name }) => name in MIGRATIONS)) return 'newer';
    if (!indexes && steps.length === Object.keys(MIGRATIONS).length) return 'sound';
    return passes(database, 'integrity_check') ? 'sound' : 'damaged';
  } catch {
    return 'damaged';
  } finally {
    database?.close();
  }
}

function passes(database: Database.Database, check: 'quick_check' | 'integrity_check'): boolean {
  const [found] = database.prepare(`pragma ${check}(1)`).all() as Record<string, string>[];
  return found?.[check] === 'ok';
}

/** Whether a sound file has every step of the tables' history behind it. */
export function isUpToDate(file: string): boolean {
  const database = new Database(file, { readonly: true });
  try {
    const { n } = database.prepare('select count(*) as n from mikro_orm_migrations').get() as { n: number };
    return n === Object.keys(MIGRATIONS).length;
  } finally {
    database.close();
  }
}

/** The last revision given out in a database file; null where it counted none yet, or cannot be read. */
export function revisionIn(file: string): string | null {
  let database: Database.Database | null = null;
  try {
    database = new Database(file);
    const row = database.prepare(`select value from ledger where name = 'revision'`).get() as { value: string } | undefined;
    return row?.value ?? null;
  } catch {
    return null;
  } finally {
    database?.close();
  }
}
