import { withTests } from '@hushto/contract';
import { Check, X } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { buttonLook } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { Message } from '../../components/Message.tsx';
import { deckOfBrief, deckOfSheet } from '../../domain/decks.ts';
import { type Deck } from '../../domain/decks.ts';
import { libraryTallies } from '../../domain/libraryTallies.ts';
import type { CountedTally } from '../../domain/onTheSpot.ts';
import { joined, type TallyBook } from '../../domain/tallyBook.ts';
import { changeSafely, documentOf, sync, useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { createPocket, deviceIdIn, moveEarlierTallies } from '../../state/pocket.ts';
import { useWorksOffline } from '../../state/worker.ts';
import { PocketView } from './PocketView.tsx';
import '../../styles/deep.css';
import { today } from '../../quantities/today.ts';

/** `/pocket/:id`, of a brief or of a run sheet. */
export function PocketScreen() {
  return (
    <LibraryGate what="plan">
      <PocketOf />
    </LibraryGate>
  );
}

function PocketOf() {
  const { id = '' } = useParams();
  const { briefs, runSheets, places } = useLibrary(
    useShallow(({ briefs, runSheets, places }) => ({ briefs, runSheets, places })),
  );
  const tests = useOwnTests();
  const deck = useMemo(() => {
    const sheet = runSheets.find((stored) => stored.id === id);
    if (sheet) return deckOfSheet(sheet, briefs, places, tests);
    const stored = briefs.find((brief) => brief.id === id);
    return stored ? deckOfBrief(id, withTests(stored.document, tests)) : null;
  }, [id, briefs, runSheets, places, tests]);
  if (deck && deck.stops.length > 0)
    return <Taken key={id} deck={deck} back={deck.runSheetId ? `/outings/${id}` : `/plan/${id}`} />;
  if (!deck) return <Missing kind="briefs" at="/plan" />;
  return (
    <Message title="This run sheet has no brief yet">
      <Link className={buttonLook({ look: 'go' })} to={`/outings/${id}`}>
        To the run sheet
      </Link>
    </Message>
  );
}

function Taken({ deck, back }: { deck: Deck; back: string }) {
  const { store, book } = useMemo(
    () => {
      const parts = { deck, storage: () => localStorage };
      const deviceId = deviceIdIn(parts.storage, () => crypto.randomUUID());
      return { store: createPocket(parts), book: tallyBookOf(deck, deviceId) };
    },
    // The deck's words may change while it is open; its memory is one and the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [deck.id],
  );
  useEffect(() => void moveEarlierTallies({ deck, storage: () => localStorage }, keepEarlier), [deck]);
  const offline = useWorksOffline();
  return (
    <PocketView
      deck={deck}
      store={store}
      book={book}
      day={today()}
      standing={
        offline && (
          <>
            <Check aria-hidden="true" /> Works offline
          </>
        )
      }
      close={
        <Link className={buttonLook({ look: 'bare', icon: true })} to={back} aria-label="Back to the plan">
          <X aria-hidden="true" />
        </Link>
      }
    />
  );
}

const tallyBookOf = (deck: Deck, deviceId: string): TallyBook =>
  libraryTallies({
    deck,
    deviceId,
    tallyOf: (id) => documentOf('tallies', id),
    change: (id, states) => changeSafely('tallies', id, states),
    isSafe: () => sync.store.getState().diskTrouble === null,
    subscribe: (listener) => sync.store.subscribe(listener),
  });

/** What releases up to 0.1 counted: the library has it too, but for frames that a second window counted. */
function keepEarlier({ id, tally }: CountedTally): Promise<boolean> {
  const seen = documentOf('tallies', id);
  if (seen) return changeSafely('tallies', id, { seen, after: { ...seen, frames: joined(seen.frames, tally.frames) } });
  // Not there any more: an older one was deleted. Today's may not have got there yet.
  return tally.day === today() ? changeSafely('tallies', id, { seen: null, after: tally }) : Promise.resolve(true);
}
