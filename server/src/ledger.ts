import { KIND_NAMES, KINDS } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import type Database from 'libsql';
import { query } from './query.ts';

/** Gives out revisions; call it inside the transaction of the changes they count. @returns the first of `count` */
export async function nextRevision(inner: EntityManager, count = 1): Promise<number> {
  const sql = `update ledger set value = cast(value as integer) + ? where name = 'revision' returning value`;
  const [row] = await query<{ value: string }[]>(inner, sql, [count]);
  return Number(row!.value) - count + 1;
}

/** The last revision given out, and the name of this database's past. */
export async function readLedger(em: EntityManager): Promise<{ revision: number; history: string }> {
  const rows = await query<{ name: string; value: string }[]>(em, 'select name, value from ledger');
  const value = (name: string): string => rows.find((row) => row.name === name)?.value ?? '';
  return { revision: Number(value('revision')), history: value('history') };
}

/** How far revisions leap when an older state comes back. */
const LEAP = 1_000_000;

/**
 * After an older state came back: every document gets a revision that was never given out, those of a kind in the order of their
 * last changes, and the database another history.
 * @param nowMs also by the clock they are above any before: the file that came back may know less than the one before it
 * @param lastKnown the last revision given out by another file, which this one takes the place of
 */
export function beginOtherPast(database: Database.Database, nowMs: number, lastKnown = 0): void {
  const { value } = database.prepare(`select value from ledger where name = 'revision'`).get() as { value: string };
  let revision = Math.max(Number(value) + LEAP, lastKnown + LEAP, Math.floor(nowMs));
  for (const kind of KIND_NAMES) {
    const { table } = KINDS[kind];
    const numbered = `select id as i, row_number() over (order by revision, id) as n from \`${table}\``;
    const { changes } = database
      .prepare(`update \`${table}\` set revision = ? + n from (${numbered}) where i = \`${table}\`.id`)
      .run(revision);
    revision += changes;
  }
  database.prepare(`update ledger set value = ? where name = 'revision'`).run(String(revision));
  database.exec(`update ledger set value = lower(hex(randomblob(16))) where name = 'history'`);
}
