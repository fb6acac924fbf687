import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { PocketView } from '../screens/Pocket/PocketView.tsx';
import { type Deck } from '../domain/decks.ts';
import { tallyFile } from '../domain/onTheSpot.ts';
import { createPocket, deviceIdIn, moveEarlierTallies } from '../state/pocket.ts';
import { saveFile } from '../components/saveFile.ts';
import './take.css';
import { today } from '../quantities/today.ts';
import { fileTallies } from './fileTallies.ts';

const deck = JSON.parse(document.getElementById('taken')!.textContent) as Deck | null;
const root = createRoot(document.getElementById('root')!);

/** Pocket in a file of its own: what was taken along stands in the page, and its memory is this browser's storage, if it lends any. */
function Taken({ taken }: { taken: Deck }) {
  return (
    <PocketView
      deck={taken}
      store={store}
      book={book}
      day={today()}
      standing="In this file"
      onExport={() => saveFile(`tally ${taken.title}`, 'json', tallyFile(book.all()))}
    />
  );
}

const parts = { deck: deck ?? { id: 'none', title: '', runSheetId: null, stops: [] }, storage: () => localStorage };
const store = createPocket(parts);
const book = fileTallies({ ...parts, deviceId: deviceIdIn(parts.storage, () => crypto.randomUUID()) });
void moveEarlierTallies(parts, (counted) => book.add(counted));

if (deck) document.title = `${deck.title}: pocket`;
root.render(
  <StrictMode>
    {deck ? <Taken taken={deck} /> : <p>There is no plan in this file. Save it again with “Take it with you”.</p>}
  </StrictMode>,
);
