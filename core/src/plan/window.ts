import { shutterMarks } from '../light/marks.ts';
import { GATE_NAMES, type GateName, type Gates } from './gates.ts';

/** Gates at one shutter. */
export interface GateRow {
  shutterS: number;
  gates: Gates;
}

/** The run of shutters at which nothing fails, and the gate that ends it on either side; null where the marks end it. */
export interface GateWindow {
  slowestS: number;
  fastestS: number;
  slower: GateName | null;
  faster: GateName | null;
}

/**
 * The window round a shutter: the shutters, without a gap, at which Hold is open and no other gate is shut.
 * @param rows slow to fast, one for each mark  @returns null when the shutter itself fails a gate or is not among the rows
 */
export function windowOf(rows: readonly GateRow[], shutterS: number): GateWindow | null {
  const third = shutterMarks.nearest(shutterS);
  const here = rows.findIndex((row) => shutterMarks.nearest(row.shutterS) === third);
  if (here < 0 || failing(rows[here]!) !== null) return null;
  let slow = here;
  let fast = here;
  while (slow > 0 && failing(rows[slow - 1]!) === null) slow--;
  while (fast < rows.length - 1 && failing(rows[fast + 1]!) === null) fast++;
  const beyond = (row: GateRow | undefined): GateName | null => (row ? failing(row) : null);
  return {
    slowestS: rows[slow]!.shutterS,
    fastestS: rows[fast]!.shutterS,
    slower: beyond(rows[slow - 1]),
    faster: beyond(rows[fast + 1]),
  };
}

/** The first gate that forbids a setting: Hold unless it is open, the others when shut. */
const failing = ({ gates }: Pick<GateRow, 'gates'>): GateName | null =>
  GATE_NAMES.find((gate) => gates[gate] === 'shut' || (gate === 'hold' && gates.hold !== 'open')) ?? null;
