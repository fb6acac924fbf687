import Database from 'libsql';
import { existsSync, statSync } from 'node:fs';
import { MIGRATIONS } from '../migrations/index.ts';

/** What a database file is found to be. */
export type Soundness = 'sound' | 'missing' | 'empty' | 'damaged' | 'newer' | 'foreign';

/**
 * Reads a database file through: every page, every index, and whether its tables are ones this version knows.
 * Leaves the file as it is.
 */
export function soundnessOf(file: string): Soundness {
  if (!existsSync(file)) return 'missing';
  if (statSync(file).size === 0) return 'empty';
  let database: Database.Database | null = null;
  try {
    database = new Database(file);
    const [found] = database.prepare('pragma integrity_check(1)').all() as { integrity_check: string }[];
    if (found?.integrity_check !== 'ok') return 'damaged';
    const tables = database.prepare(`select name from sqlite_master where name = 'mikro_orm_migrations'`).all();
    if (tables.length === 0) return 'foreign';
    const steps = database.prepare('select name from mikro_orm_migrations').all() as { name: string }[];
    return steps.every(({ name }) => name in MIGRATIONS) ? 'sound' : 'newer';
  } catch {
    return 'damaged';
  } finally {
    database?.close();
  }
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
