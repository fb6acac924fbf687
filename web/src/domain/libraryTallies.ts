import type { DocumentOf, Tallied, Tally } from '@hushto/contract';
import type { Deck } from './decks.ts';
import { emptyTally, joined, tallyId, type TallyBook } from './tallyBook.ts';

interface LibraryTalliesParts {
  deck: Deck;
  deviceId: string;
  tallyOf: (id: string) => DocumentOf<'tallies'> | null;
  change: (id: string, states: { seen: Tally | null; after: Tally }) => Promise<boolean>;
  isSafe: () => boolean;
  subscribe: (listener: () => void) => () => void;
}

const NO_FRAMES: readonly Tallied[] = [];

/** Tallies as documents of the library: every window of this device counts in the same. */
export function libraryTallies({ deck, deviceId, tallyOf, change, isSafe, subscribe }: LibraryTalliesParts): TallyBook {
  return {
    framesOf: (stop, day) => tallyOf(tallyId(deviceId, deck, stop, day))?.frames ?? NO_FRAMES,
    count: (stop, day, frame) => {
      const id = tallyId(deviceId, deck, stop, day);
      const seen = tallyOf(id);
      const before = seen ?? emptyTally(deck, stop, day);
      return change(id, { seen, after: { ...before, frames: joined(before.frames, [frame]) } });
    },
    uncount: async (stop, day, frameId) => {
      const id = tallyId(deviceId, deck, stop, day);
      const seen = tallyOf(id);
      if (!seen) return true;
      return change(id, { seen, after: { ...seen, frames: seen.frames.filter((frame) => frame.id !== frameId) } });
    },
    isSafe,
    subscribe,
  };
}
