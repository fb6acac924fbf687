import { openOfAnyFormat, type FrameVerdict, type Tallied, type Tally } from '@hushto/contract';
import { briefProblems, type AnchoredLight, type Bound, type Brief, type DialledSetting, type HoldCondition } from '@hushto/core';
import { createStore, type StoreApi } from 'zustand';

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

/** What was found on the spot; null where it is as planned. */
export interface OnTheSpot {
  ev100: number | null;
  bound: Bound;
  conditions: HoldCondition[] | null;
  distanceM: number | null;
}

/** A tally under way: one for each brief and day. */
export interface RunningTally {
  id: string;
  stopKey: string;
  tally: Tally;
}

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
  /** Back to the light, the stance and the distance of the brief. */
  asPlanned: (key: string) => void;
  count: (stop: Stop, brief: Brief, verdict: FrameVerdict, setting: DialledSetting) => void;
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

const AS_PLANNED: OnTheSpot = { ev100: null, bound: 'reading', conditions: null, distanceM: null };
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
      asPlanned: (stopKey) => onTheSpot(stopKey, AS_PLANNED),
      count: (stop, brief, verdict, { shutterS, fNumber, iso }) => {
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

/** Tallies that hold a frame, as a file to bring back. */
export const tallyFile = (tallies: readonly RunningTally[]): string =>
  `${JSON.stringify(
    {
      format: 'hushto-tally',
      version: 2,
      tallies: tallies.filter(({ tally }) => tally.frames.length > 0).map(({ id, tally }) => ({ id, tally })),
    },
    null,
    2,
  )}\n`;

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
