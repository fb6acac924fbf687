import { withTests } from '@hushto/contract';
import { Download, Smartphone } from 'lucide-react';
import { Link, useLocation } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { deckOfBrief, deckOfSheet } from '../domain/decks.ts';
import type { Deck } from '../domain/decks.ts';
import { takeFile } from '../domain/takeFile.ts';
import { useLibrary } from '../state/library.ts';
import { useOwnTests } from '../state/useTests.ts';
import { Button, buttonLook } from './Button.tsx';
import { PairPhone } from './PairPhone.tsx';
import { Sheet } from './Sheet.tsx';
import { useToasts } from './toast.ts';
import { saveFile } from './saveFile.ts';
import { said } from '../sync/remote.ts';

/** How what is open comes into the hand: Pocket here, a file to take along, or a phone of the same network. */
export function OnAPhone({ onClose }: { onClose: () => void }) {
  const deck = useOpenDeck();
  const { show } = useToasts();
  const take = async (): Promise<void> => {
    try {
      saveFile(`pocket ${deck!.title}`, 'html', await takeFile(deck!));
    } catch (error) {
      show(said(error));
    }
  };
  return (
    <Sheet title="In the pocket" onClose={onClose}>
      {deck ? (
        <>
          <p>
            <b>{deck.title}</b>
            {deck.stops.length > 1 && `, ${deck.stops.length} briefs`}
          </p>
          <p className="flex flex-wrap gap-3 items-center justify-start">
            <Link className={buttonLook({ look: 'go' })} to={`/pocket/${deck.id}`} onClick={onClose}>
              <Smartphone aria-hidden="true" /> Open in Pocket
            </Link>
            <Button onClick={() => void take()}>
              <Download aria-hidden="true" /> Take it with you
            </Button>
          </p>
          <p className="text-quiet">
            “Take it with you” saves one HTML file. Send it to the phone and open it there: it works out everything by itself,
            without server or network, keeps a tally, and saves that as a file to bring back under Outings.
          </p>
        </>
      ) : (
        <p>Open a brief, or a run sheet with at least one brief, to take it along.</p>
      )}
      <hr className="border-rule" />
      <PairPhone />
    </Sheet>
  );
}

/** The brief or run sheet of the page one is on. */
function useOpenDeck(): Deck | null {
  const { pathname } = useLocation();
  const { briefs, runSheets, places } = useLibrary(
    useShallow(({ briefs, runSheets, places }) => ({ briefs, runSheets, places })),
  );
  const tests = useOwnTests();
  const [, kind, id] = pathname.split('/');
  const sheet = kind === 'outings' ? runSheets.find((stored) => stored.id === id) : undefined;
  const brief = kind === 'plan' || kind === 'card' ? briefs.find((stored) => stored.id === id) : undefined;
  const deck = sheet
    ? deckOfSheet(sheet, briefs, places, tests)
    : brief && deckOfBrief(brief.id, withTests(brief.document, tests));
  return deck && deck.stops.length > 0 ? deck : null;
}
