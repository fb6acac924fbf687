import type { FrameVerdict, Tallied, Tally } from '@hushto/contract';
import { briefProblems, type Bound, type Brief, type HoldCondition, type TakeCode } from '@hushto/core';
import type { Deck, Stop } from './decks.ts';

/** What was found on the spot; null where it is as planned. */
export interface OnTheSpot {
  ev100: number | null;
  bound: Bound;
  conditions: HoldCondition[] | null;
  distanceM: number | null;
  /** The take that is photographed; the plan itself where none was chosen. */
  take?: TakeCode | null;
}

/** A tally with its id. */
export interface CountedTally {
  id: string;
  tally: Tally;
}

/** The stop that is on, or the next one, or the last; the chosen one before any of them. */
export function stopNow({ stops }: Deck, chosen: string | null, nowMs: number): Stop {
  return stops.find(({ key }) => key === chosen) ?? stops.find(({ toMs }) => toMs === null || toMs > nowMs) ?? stops.at(-1)!;
}

/** The brief as it is on the spot; a distance its lens or its depth cannot have is left as planned. */
export function briefHere({ brief, ev100 }: Stop, spot: OnTheSpot): Brief {
  const here: Brief = {
    ...brief,
    light: { ...brief.light, ev100: spot.ev100 ?? ev100 },
    hold: { ...brief.hold, conditions: spot.conditions ?? brief.hold.conditions },
  };
  const moved: Brief = { ...here, subject: { ...here.subject, distanceM: spot.distanceM ?? brief.subject.distanceM } };
  return briefProblems(moved).length === 0 ? moved : here;
}

/** How often each verdict was given. */
export function countsOf(frames: readonly Tallied[]): Record<FrameVerdict, number> {
  const counts = { sharp: 0, soft: 0, noisy: 0, missed: 0 };
  for (const { verdict } of frames) counts[verdict] += 1;
  return counts;
}

/** Frames by the take they were of, the plan's own first, in the order in which they were first counted; takes without a frame are left out. */
export function byTake(frames: readonly Tallied[]): [take: TakeCode | null, frames: Tallied[]][] {
  const groups = new Map<TakeCode | null, Tallied[]>();
  for (const frame of frames) groups.set(frame.take ?? null, [...(groups.get(frame.take ?? null) ?? []), frame]);
  return [...groups].sort(([a], [b]) => Number(a !== null) - Number(b !== null));
}

/** Tallies that hold a frame, as a file to bring back. */
export const tallyFile = (tallies: readonly CountedTally[]): string =>
  `${JSON.stringify(
    {
      format: 'hushto-tally',
      version: 2,
      tallies: tallies.filter(({ tally }) => tally.frames.length > 0).map(({ id, tally }) => ({ id, tally })),
    },
    null,
    2,
  )}\n`;
