import { briefFrom, STARTER_SITUATIONS } from '@hushto/contract';
import { MOVING_THINGS, type Brief } from '@hushto/core';
import { briefPhrase } from '@hushto/words';
import { ChevronLeft } from 'lucide-react';
import { BriefValley } from '../../components/MiniValley.tsx';

/** A dozen usual situations, each a whole brief. */
export function Situations({ onPick, onBack }: { onPick: (brief: Brief) => void; onBack?: () => void }) {
  const fields = { street: 'Street', concert: 'Concert', wildlife: 'Wildlife', action: 'Action' } as const;
  return (
    <>
      {onBack && (
        <div className="head">
          <button type="button" className="btn s bare" onClick={onBack}>
            <ChevronLeft className="i" aria-hidden="true" /> All briefs
          </button>
        </div>
      )}
      <ul aria-label="Situations to begin from">
        {STARTER_SITUATIONS.map((situation) => {
          const made = briefFrom(situation);
          const field = MOVING_THINGS.find(({ id }) => id === situation.thing)?.field ?? 'street';
          return (
            <li key={situation.id}>
              <button type="button" onClick={() => onPick(made)}>
                <span className="col-start-3 row-span-2 row-start-1 self-center">
                  <BriefValley brief={made} />
                </span>
                <b>{situation.label}</b>
                <span>
                  {fields[field]}: {briefPhrase(made)}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
