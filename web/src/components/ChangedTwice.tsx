import { useStore } from 'zustand';
import { clashTitle, outbox } from '../state/library.ts';
import { SHELVES, type Clash, type Shelf } from '../state/outbox.ts';
import { Sheet } from './Sheet.tsx';

const KINDS: Record<Shelf, string> = {
  briefs: 'Brief',
  bodies: 'Body',
  lenses: 'Lens',
  places: 'Place',
  runSheets: 'Run sheet',
  tallies: 'Tally',
  holds: 'Hold test',
  tastes: 'Taste test',
};

/** What was changed here and elsewhere at once, and cannot be brought together without asking. Nothing of either is lost until chosen. */
export function ChangedTwice({ onClose }: { onClose: () => void }) {
  const { clashes, settle, send } = useStore(outbox);
  const choose = (clash: Clash, keep: 'mine' | 'theirs' | 'both'): void => {
    settle(clash, keep);
    void send();
    if (clashes.length === 1) onClose();
  };
  return (
    <Sheet title="Changed twice" onClose={onClose}>
      <ul className="twice-list">
        {[...clashes]
          .sort((a, b) => SHELVES.indexOf(a.shelf) - SHELVES.indexOf(b.shelf))
          .map((clash) => (
            <li key={`${clash.shelf}${clash.id}`}>
              <p>
                <b>{clashTitle(clash)}</b> <span className="quiet small">{KINDS[clash.shelf]}</span>
              </p>
              <p className="small">{whatHappened(clash)}</p>
              <p className="row start">
                <button type="button" className="btn s" onClick={() => choose(clash, 'mine')}>
                  {clash.theirs ? 'Keep this one' : 'Keep as a new one'}
                </button>
                <button type="button" className="btn s" onClick={() => choose(clash, 'theirs')}>
                  {clash.theirs ? 'Keep the other' : 'Let it go'}
                </button>
                {clash.theirs && (
                  <button type="button" className="btn s" onClick={() => choose(clash, 'both')}>
                    Keep both
                  </button>
                )}
              </p>
            </li>
          ))}
      </ul>
    </Sheet>
  );
}

function whatHappened({ theirs, fields, refusal }: Clash): string {
  if (refusal) return `The server refuses it: ${refusal}`;
  if (!theirs) return 'It was deleted elsewhere after you opened it.';
  return `Here and elsewhere both changed ${fields.map((path) => path.split('.').slice(0, 2).join(', ')).join('; ')}.`;
}
