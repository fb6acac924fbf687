import type { StoredBrief, OwnTests, StoredPlace, StoredRunSheet } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { timed } from './runSheet.ts';

/** One thing to photograph, with the light expected there. */
export interface Stop {
  key: string;
  title: string;
  briefId: string | null;
  brief: Brief;
  ev100: number;
  /** When it is on, ms, and the same on a clock there; null for a brief without a time. */
  fromMs: number | null;
  toMs: number | null;
  clock: string | null;
}

/** What Pocket is taken along with: one brief, or the stops of a run sheet. */
export interface Deck {
  id: string;
  title: string;
  runSheetId: string | null;
  stops: readonly Stop[];
}

/** One brief to take along. */
export const deckOfBrief = (id: string, brief: Brief): Deck => ({
  id,
  title: brief.title,
  runSheetId: null,
  stops: [{ key: id, title: brief.title, briefId: id, brief, ev100: brief.light.ev100, fromMs: null, toMs: null, clock: null }],
});

/** The briefs of a run sheet to take along, each in the light expected at its time; pauses are left out. */
export function deckOfSheet(
  { id, document }: StoredRunSheet,
  briefs: readonly StoredBrief[],
  places: readonly StoredPlace[],
  tests: OwnTests,
): Deck {
  const place = places.find((stored) => stored.id === document.placeId)?.document ?? null;
  const stops = timed(document, briefs, place, tests).flatMap(({ segment, brief, ev100, fromMs, toMs, from, to }) =>
    brief && ev100 !== null
      ? [
          {
            key: segment.id,
            title: segment.title || brief.title,
            briefId: segment.briefId,
            brief,
            ev100,
            fromMs,
            toMs,
            clock: `${from} to ${to}`,
          },
        ]
      : [],
  );
  return { id, title: document.title, runSheetId: id, stops };
}
