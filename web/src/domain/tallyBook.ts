import type { StoredRunSheet, Tallied, Tally } from '@hushto/contract';
import { v5 } from 'uuid';
import type { Deck, Stop } from './decks.ts';

/** Where Pocket counts frames: one tally for each plan, day and device. */
export interface TallyBook {
  /** Frames of a stop on a day, in the order they were counted; the same array until one is counted or removed. */
  framesOf(stop: Stop, day: string): readonly Tallied[];
  /** Counts a frame. Resolves to whether it is safe in this browser. */
  count(stop: Stop, day: string, frame: Tallied): Promise<boolean>;
  /** Takes a frame back; one that is not there any more is left so. */
  uncount(stop: Stop, day: string, frameId: string): Promise<boolean>;
  /** Whether this browser takes what is counted. */
  isSafe: () => boolean;
  /** Calls back at every change. @returns ends that */
  subscribe: (listener: () => void) => () => void;
}

/** Names our tallies among all ids that are made of names (RFC 9562, version 5). */
const TALLIES = '3a0f5d2e-6c1b-4b57-9a0e-5d4c2f8e7b61';

/** The id of the one tally of a plan on a day, counted with this device: every window makes the same. */
export const tallyId = (deviceId: string, { runSheetId }: Deck, stop: Stop, day: string): string =>
  v5([deviceId, runSheetId ?? '', stop.key, day].join('\n'), TALLIES);

export const emptyTally = ({ runSheetId }: Deck, { title, briefId, brief }: Stop, day: string): Tally => ({
  title,
  day,
  briefId,
  runSheetId,
  brief,
  frames: [],
});

/** Frames of both, each once by its id, in the order of the first. */
export function joined(frames: readonly Tallied[], more: readonly Tallied[]): Tallied[] {
  const known = new Set(frames.map(({ id }) => id));
  return [...frames, ...more.filter(({ id }) => !known.has(id))];
}

/** The frame counted last, of whichever window; null where there is none. */
export const lastCounted = (frames: readonly Tallied[]): Tallied | null =>
  frames.reduce<Tallied | null>((last, frame) => (last === null || frame.at >= last.at ? frame : last), null);

/** Under which run sheet a tally stands: one, and always one where there is any. */
export function sheetOfTally({ runSheetId, briefId, day }: Tally, sheets: readonly StoredRunSheet[]): string | null {
  const own = sheets.find(({ id }) => id === runSheetId);
  if (own) return own.id;
  const away = ({ document }: StoredRunSheet): number => Math.abs(Date.parse(document.day) - Date.parse(day));
  const holds = ({ document }: StoredRunSheet): boolean => document.segments.some((segment) => segment.briefId === briefId);
  // Counted for a brief alone, or for a sheet that is gone: the nearest in time, of those the one with its brief.
  const [nearest] = [...sheets].sort((a, b) => away(a) - away(b) || Number(holds(b)) - Number(holds(a)));
  return nearest?.id ?? null;
}
