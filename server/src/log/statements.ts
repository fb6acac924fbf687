import type { EntityManager } from '@mikro-orm/libsql';
import { query, type Value } from '../query.ts';
import type { LogTable } from './logRows.ts';

/** Ids bound in one statement. */
const AT_ONCE = 500;

export const marks = (some: readonly unknown[]): string => some.map(() => '?').join(', ');

export function chunks<Item>(items: readonly Item[], size = AT_ONCE): Item[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, i) => items.slice(i * size, (i + 1) * size));
}

/** Which of some values a column of a table has. */
export async function valuesThere(em: EntityManager, table: LogTable, column: 'id' | 'frame_id', values: readonly string[]): Promise<Set<string>> {
  const wanted = [...new Set(values)];
  if (wanted.length === 0) return new Set();
  const found = await query<Record<string, string>[]>(em, `select ${column} from \`${table}\` where ${column} in (${marks(wanted)})`, wanted);
  return new Set(found.map((row) => row[column]!));
} // prettier-ignore

/** Adds rows as they are; those that are there under the same key stay as they are. */
export async function insertRows(em: EntityManager, table: LogTable, rows: readonly object[]): Promise<void> {
  if (rows.length === 0) return;
  const names = Object.keys(rows[0]!);
  const values = `(${names.map(() => '?').join(', ')})`;
  await query(
    em,
    `insert into \`${table}\` (${names.map((name) => `\`${name}\``).join(', ')}) values ${rows.map(() => values).join(', ')} on conflict do nothing`,
    rows.flatMap((row) => names.map((name) => (row as Record<string, Value>)[name] ?? null)),
  );
}
