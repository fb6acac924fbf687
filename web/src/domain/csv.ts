import Papa from 'papaparse';

/** The beginning of every line that a spreadsheet would take for a formula (OWASP, CSV injection). */
const FORMULA = /^(?=[=+\-@\t\r])/gm;

/** Rows as CSV (RFC 4180). Text that begins like a formula, on any of its lines, is marked as text. */
export function csvOf(rows: readonly Record<string, string | number>[]): string {
  const marked = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([name, value]) => [name, typeof value === 'string' ? value.replace(FORMULA, "'") : value]),
    ),
  );
  return `${Papa.unparse(marked)}\r\n`;
}
