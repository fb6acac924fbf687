import { TalliedSchema, TallySchema, type Tallied, type Tally } from '@hushto/contract';
import { emptyTally, joined, tallyId, type TallyBook } from '../domain/tallyBook.ts';
import type { CountedTally } from '../domain/onTheSpot.ts';
import type { Deck } from '../domain/decks.ts';

interface FileTallies extends TallyBook {
  /** All that was counted in this browser, to be given out. */
  all(): CountedTally[];
  /** Takes in what was counted before, under its own id. */
  add(counted: CountedTally): Promise<boolean>;
}

interface FileTalliesParts {
  deck: Deck;
  deviceId: string;
  storage: () => Storage;
}

/**
 * Tallies of a plan that was taken along as a file, in local storage: a key for each frame, so that two windows of one file never
 * overwrite what the other counted.
 */
export function fileTallies({ deck, deviceId, storage }: FileTalliesParts): FileTallies {
  const prefix = `hushto.counted.${deck.id}.`;
  /** What the storage did not take: counted as long as the page lives. */
  const unwritten = new Map<string, string>();
  const listeners = new Set<() => void>();
  let tallies: Map<string, Tally> | null = null;
  const changed = (): void => {
    tallies = null;
    for (const listener of listeners) listener();
  };
  const put = (key: string, value: unknown): boolean => {
    const text = JSON.stringify(value);
    try {
      storage().setItem(prefix + key, text);
      return true;
    } catch {
      unwritten.set(key, text);
      return false;
    }
  };
  const head = (id: string, tally: Tally): boolean => put(id, { ...tally, frames: [] });
  const texts = (): [key: string, text: string][] => {
    try {
      const kept = storage();
      const keys = Object.keys(kept).filter((key) => key.startsWith(prefix));
      return [...keys.map((key): [string, string] => [key.slice(prefix.length), kept.getItem(key) ?? '']), ...unwritten];
    } catch {
      return [...unwritten];
    }
  };
  const read = (): Map<string, Tally> => (tallies ??= talliesIn(texts()));
  return {
    framesOf: (stop, day) => read().get(tallyId(deviceId, deck, stop, day))?.frames ?? NO_FRAMES,
    count: async (stop, day, frame) => {
      const id = tallyId(deviceId, deck, stop, day);
      const safe = [head(id, emptyTally(deck, stop, day)), put(`${id}.${frame.id}`, frame)];
      changed();
      return safe.every(Boolean);
    },
    uncount: async (stop, day, frameId) => {
      const key = `${tallyId(deviceId, deck, stop, day)}.${frameId}`;
      unwritten.delete(key);
      try {
        storage().removeItem(prefix + key);
      } catch {
        // Forbidden: then it never was there.
      }
      changed();
      return true;
    },
    isSafe: () => unwritten.size === 0,
    subscribe: (listener) => {
      listeners.add(listener);
      // Another window of the same file counted.
      const elsewhere = ({ key }: StorageEvent): void => {
        if (key === null || key.startsWith(prefix)) changed();
      };
      globalThis.addEventListener?.('storage', elsewhere);
      return () => {
        listeners.delete(listener);
        globalThis.removeEventListener?.('storage', elsewhere);
      };
    },
    add: async ({ id, tally }) => {
      const safe = [head(id, tally), ...tally.frames.map((frame) => put(`${id}.${frame.id}`, frame))];
      changed();
      return safe.every(Boolean);
    },
    all: () => [...read()].map(([id, tally]) => ({ id, tally })),
  };
}

const NO_FRAMES: readonly Tallied[] = [];

function talliesIn(texts: readonly (readonly [key: string, text: string])[]): Map<string, Tally> {
  const tallies = new Map<string, Tally>();
  const frames: [id: string, frame: Tallied][] = [];
  for (const [key, text] of texts) {
    const [id = '', frameId] = key.split('.');
    const json = parsed(text);
    const head = frameId === undefined ? TallySchema.safeParse(json).data : undefined;
    const frame = frameId === undefined ? undefined : TalliedSchema.safeParse(json).data;
    if (head) tallies.set(id, head);
    if (frame) frames.push([id, frame]);
  }
  frames.sort(([, a], [, b]) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  for (const [id, frame] of frames) {
    const tally = tallies.get(id);
    if (tally) tallies.set(id, { ...tally, frames: joined(tally.frames, [frame]) });
  }
  return tallies;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
