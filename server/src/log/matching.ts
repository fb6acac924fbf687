import type { RunSheet, Stored } from '@hushto/contract';

const MINUTE_MS = 60_000;

/** A stretch of an outing as a clock there shows it. */
export interface Stretch {
  sheetId: string;
  title: string;
  briefId: string | null;
  /** Wall-clock times as if they were UTC, ms. */
  fromMs: number;
  toMs: number;
}

/** A wall-clock time as if it were UTC, ms: cameras and run sheets both go by the clock on the wall. */
const wallMs = (wallClock: string): number => Date.parse(`${wallClock}Z`);

/** Every stretch of every run sheet. A sheet that is deleted tells nothing. */
export function stretchesOf(sheets: readonly Pick<Stored<RunSheet>, 'id' | 'document'>[]): Stretch[] {
  return sheets.flatMap(({ id, document: { title, day, startsAt, segments } }) => {
    let at = wallMs(`${day}T${startsAt}:00`);
    return segments.map(({ briefId, minutes }) => {
      const fromMs = at;
      at += minutes * MINUTE_MS;
      return { sheetId: id, title, briefId, fromMs, toMs: at };
    });
  });
}

/** The stretch a frame falls in; in a pause, or where two outings were planned at once, the one with a brief. */
export function stretchAt(stretches: readonly Stretch[], wallClock: string | null): Stretch | null {
  if (wallClock === null) return null;
  const at = wallMs(wallClock);
  const there = stretches.filter(({ fromMs, toMs }) => fromMs <= at && at < toMs);
  return there.find(({ briefId }) => briefId !== null) ?? there[0] ?? null;
}
