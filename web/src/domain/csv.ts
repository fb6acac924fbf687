import { plainCell } from '@hushto/words';
import Papa from 'papaparse';

/** Rows as CSV (RFC 4180). Text that begins like a formula, on any of its lines, is marked as text. */
export function csvOf(rows: readonly Record<string, string | number>[]): string {
  const marked = rows.map((row) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, plainCell(value)])));
  return `${Papa.unparse(marked)}\r\n`;
}
