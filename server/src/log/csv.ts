import type { LogFrame } from '@hushto/contract';
import { plainCell } from '@hushto/words';
import Papa from 'papaparse';

/** Columns of the table, in this order. Units are in their names. */
const COLUMNS: readonly (readonly [name: string, of: (frame: LogFrame) => string | number | null])[] = [
  ['name', ({ name }) => name],
  ['taken', ({ takenAt }) => takenAt],
  ['clock', ({ wallClock }) => wallClock],
  ['shutter_s', ({ shutterS }) => shutterS],
  ['f_number', ({ fNumber }) => fNumber],
  ['iso', ({ iso }) => iso],
  ['focal_mm', ({ focalLengthMm }) => focalLengthMm],
  ['full_frame_mm', ({ equivalentMm }) => equivalentMm],
  ['ev100', ({ ev100 }) => ev100],
  ['hold_stops', ({ hold }) => hold],
  ['smear_tolerances', ({ smear }) => smear],
  ['snr', ({ snr }) => snr],
  ['distance_m', ({ distanceM }) => distanceM],
  ['body', ({ camera }) => camera],
  ['lens', ({ lens }) => lens],
  ['brief', ({ briefId }) => briefId],
  ['take', ({ take }) => take],
  ['verdict', ({ verdict }) => verdict],
];
const FEW = 200;

/** Frames as CSV (RFC 4180), some lines at a time. Text that a spreadsheet would take for a formula is marked as text. */
export async function* logCsv(frames: AsyncIterable<LogFrame>): AsyncGenerator<string> {
  let lines: (string | number | null)[][] = [COLUMNS.map(([name]) => name)];
  for await (const frame of frames) {
    lines.push(COLUMNS.map(([, of]) => of(frame)));
    if (lines.length < FEW) continue;
    yield csv(lines);
    lines = [];
  }
  if (lines.length > 0) yield csv(lines);
}

const csv = (lines: (string | number | null)[][]): string => `${Papa.unparse(lines.map((cells) => cells.map(plainCell)))}\r\n`;
