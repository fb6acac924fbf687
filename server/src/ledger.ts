import type { EntityManager } from '@mikro-orm/libsql';

/** Gives out revisions; call it inside the transaction of the changes they count. @returns the first of `count` */
export async function nextRevision(inner: EntityManager, count = 1): Promise<number> {
  const sql = `update ledger set value = cast(value as integer) + ? where name = 'revision' returning value`;
  const [row] = await inner.execute<{ value: string }[]>(sql, [count]);
  return Number(row!.value) - count + 1;
}

/** The last revision given out, and the name of this database's past. */
export async function readLedger(em: EntityManager): Promise<{ revision: number; history: string }> {
  const rows = await em.execute<{ name: string; value: string }[]>('select name, value from ledger');
  const value = (name: string): string => rows.find((row) => row.name === name)?.value ?? '';
  return { revision: Number(value('revision')), history: value('history') };
}

/** How far revisions leap when an older state comes back: none given out since can be mistaken for one before. */
const LEAP = 1_000_000;

/** SQL that begins another past, for a database whose contents were replaced by a backup's. */
export const NEW_PAST_SQL = [
  `update ledger set value = cast(value as integer) + ${LEAP} where name = 'revision'`,
  `update ledger set value = lower(hex(randomblob(16))) where name = 'history'`,
];
