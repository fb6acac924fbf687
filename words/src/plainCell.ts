/** The beginning of every line that a spreadsheet would take for a formula, full-width signs too (OWASP, CSV injection). */
const FORMULA = /^(?=[=+\-@\t\r＝＋－＠])/gm;

/** A cell of a table that is given out: text that begins like a formula, on any of its lines, is marked as text. */
export const plainCell = <Cell extends string | number | null>(cell: Cell): Cell | string =>
  typeof cell === 'string' ? cell.replace(FORMULA, "'") : cell;
