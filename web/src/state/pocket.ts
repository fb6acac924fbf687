import { openOfAnyFormat, type FrameVerdict, type Tallied, type Tally } from '@hushto/contract';
import { type AnchoredLight, type Brief, type DialledSetting, type HoldCondition, type TakeCode } from '@hushto/core';
import { createStore, type StoreApi } from 'zustand';
import type { Deck, Stop } from '../domain/decks.ts';
import { type OnTheSpot, type RunningTally } from '../domain/onTheSpot.ts';

interface Kept {
  /** The stop looked at; null follows the clock. */
  chosen: string | null;
  spots: Record<string, OnTheSpot>;
  tallies: RunningTally[];
  /** The deepest dim: one dark orange on black. */
  deep: boolean;
}

export interface Pocket extends Kept {
  /** Whether the last change is safe in the browser's storage. */
  safe: boolean;
  choose: (key: string | null) => void;
  anchor: (key: string, light: AnchoredLight) => void;
  hold: (key: string, conditions: HoldCondition[]) => void;
  stand: (key: string, distanceM: number) => void;
  /** Photographs another take; null is the plan. Frames of each are counted apart. */
  take: (key: string, code: TakeCode | null) => void;
  /** Back to the light, the stance and the distance of the brief. */
  asPlanned: (key: string) => void;
  count: (stop: Stop, brief: Brief, verdict: FrameVerdict, setting: DialledSetting, take: TakeCode | null) => void;
  /** Takes the last frame of a stop back. */
  uncount: (stopKey: string) => void;
  dim: (deep: boolean) => void;
}

interface PocketParts {
  deck: Deck;
  storage: () => Storage;
  now: () => number;
  /** The day it is where the photographer stands, "2027-01-14". */
  today: () => string;
  newId: () => string;
}

const AS_PLANNED: OnTheSpot = { ev100: null, bound: 'reading', conditions: null, distanceM: null, take: null };
const NOTHING: Kept = { chosen: null, spots: {}, tallies: [], deep: false };

export type PocketStore = StoreApi<Pocket>;

/** Pocket's own memory. Every press is written before it is shown, so that a tab killed right after loses nothing. */
export function createPocket({ deck, storage, now, today, newId }: PocketParts): PocketStore {
  const key = `hushto.pocket.${deck.id}`;
  return createStore<Pocket>()((set, get) => {
    const change = (next: Partial<Kept>): void => {
      const { chosen, spots, tallies, deep } = { ...get(), ...next };
      let safe = true;
      try {
        storage().setItem(key, JSON.stringify({ chosen, spots, tallies, deep }));
      } catch {
        safe = false;
      }
      set({ ...next, safe });
    };
    const onTheSpot = (stopKey: string, found: Partial<OnTheSpot>): void =>
      change({ spots: { ...get().spots, [stopKey]: { ...spotOf(get(), stopKey), ...found } } });
    return {
      ...read(storage, key),
      safe: true,
      choose: (chosen) => change({ chosen }),
      anchor: (stopKey, light) => onTheSpot(stopKey, { ev100: Math.min(24, Math.max(-12, light.ev100)), bound: light.bound }),
      hold: (stopKey, conditions) => onTheSpot(stopKey, { conditions }),
      stand: (stopKey, distanceM) => onTheSpot(stopKey, { distanceM }),
      take: (stopKey, take) => onTheSpot(stopKey, { take }),
      asPlanned: (stopKey) => onTheSpot(stopKey, AS_PLANNED),
      count: (stop, brief, verdict, { shutterS, fNumber, iso }, take) => {
        const [running, others] = [tallyOf(get(), stop.key, today()), get().tallies];
        const frame: Tallied = {
          id: newId(),
          at: new Date(now()).toISOString(),
          verdict,
          shutterS,
          fNumber,
          iso,
          ev100: brief.light.ev100,
          distanceM: brief.subject.distanceM,
          ...(take === null ? {} : { take }),
        };
        const begun = running ?? { id: newId(), stopKey: stop.key, tally: emptyTally(deck, stop, today()) };
        const counted = { ...begun, tally: { ...begun.tally, frames: [...begun.tally.frames, frame] } };
        change({ tallies: [...others.filter(({ id }) => id !== counted.id), counted] });
      },
      uncount: (stopKey) => {
        const running = tallyOf(get(), stopKey, today());
        if (!running) return;
        const counted = { ...running, tally: { ...running.tally, frames: running.tally.frames.slice(0, -1) } };
        change({ tallies: get().tallies.map((one) => (one.id === counted.id ? counted : one)) });
      },
      dim: (deep) => change({ deep }),
    };
  });
}

const emptyTally = (deck: Deck, { title, briefId, brief }: Stop, day: string): Tally => ({
  title,
  day,
  briefId,
  runSheetId: deck.runSheetId,
  brief,
  frames: [],
});

export const spotOf = ({ spots }: Pick<Pocket, 'spots'>, stopKey: string): OnTheSpot => spots[stopKey] ?? AS_PLANNED;

/** Today's tally of a stop; null before its first frame. */
export const tallyOf = ({ tallies }: Pick<Pocket, 'tallies'>, stopKey: string, day: string): RunningTally | null =>
  tallies.find((running) => running.stopKey === stopKey && running.tally.day === day) ?? null;

/** A tally begun before an update, brought to today's form; one that cannot be is counted on as it is. */
function inTodaysForm(running: RunningTally): RunningTally {
  return { ...running, tally: openOfAnyFormat('tallies', running.tally) ?? running.tally };
}

function read(storage: () => Storage, key: string): Kept {
  try {
    const kept = { ...NOTHING, ...(JSON.parse(storage().getItem(key) ?? '{}') as Partial<Kept>) };
    return { ...kept, tallies: kept.tallies.map(inTodaysForm) };
  } catch {
    return NOTHING;
  }
}
