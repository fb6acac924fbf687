import type { StoredBrief, StoredHold, StoredPlace, StoredRunSheet } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import type { Deck } from './pocket.ts';
import { timed } from './runSheet.ts';

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
  holds: readonly StoredHold[],
): Deck {
  const place = places.find((stored) => stored.id === document.placeId)?.document ?? null;
  const stops = timed(document, briefs, place, holds).flatMap(({ segment, brief, ev100, fromMs, toMs, from, to }) =>
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
