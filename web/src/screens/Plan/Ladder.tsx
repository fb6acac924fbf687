import { apertureLabel, type Brief, type Rung } from '@hushto/core';
import { groupDigits, rungWords, viewOf } from '@hushto/words';
import { Info, TriangleAlert } from 'lucide-react';
import { memo } from 'react';
import { evText } from '../../quantities/quantities.ts';
import { rungsRound } from '../../domain/ladder.ts';

interface LadderProps {
  rungs: readonly Rung[];
  brief: Brief;
  caution: string | null;
  /** Light looked at, and the brief's own. */
  looked: number | null;
  ev100: number;
  onLook: (rung: Rung | null) => void;
}

const TREADS = { works: '', edge: 'edge', relaxed: 'edge', past: 'past' } as const;

/** What to give up next: rungs of light, brightest first, the present in the middle. Pressing one looks at that light. */
export const Ladder = memo(function Ladder({ rungs, brief, caution, looked, ev100, onLook }: LadderProps) {
  const shown = rungsRound(rungs);
  return (
    <section className="ladder" aria-labelledby="ladder-title">
      <div className="head">
        <h2 id="ladder-title">
          Ladder <span className="quiet">as the light falls; px {viewOf(brief)}</span>
        </h2>
        {looked !== null ? (
          <p className="looking">
            You are looking at {evText(looked)}; your brief says {evText(ev100)}.{' '}
            <button type="button" className="btn s" onClick={() => onLook(null)}>
              Back to now
            </button>
          </p>
        ) : (
          caution && (
            <p className="caution">
              <Info className="i" aria-hidden="true" />
              <span>{caution}</span>
            </p>
          )
        )}
      </div>
      <ol className="rungs" style={{ gridTemplateColumns: `repeat(${shown.length}, 1fr)` }}>
        {shown.map((rung, n) => (
          <li
            key={rung.evFrom}
            className={`${rung.now ? 'now' : ''} ${TREADS[rung.state]} ${rung.evFrom === looked ? 'seen' : ''}`}
            style={{ '--n': n } as React.CSSProperties}
            aria-current={rung.now ? 'true' : undefined}
          >
            <button
              type="button"
              aria-pressed={rung.evFrom === looked}
              onClick={() => onLook(rung.now || rung.evFrom === looked ? null : rung)}
            >
              <span className="at">
                <b>{rung.labels.shutter}</b>
                <span>
                  {rung.state === 'past' && <TriangleAlert className="i" aria-label="Does not work" />}
                  {rung.now ? `now, ${evText(rung.evFrom)}` : evText(rung.evFrom)}
                </span>
              </span>
              <span className="with">
                {apertureLabel(rung.fNumber, [brief.kit.lens.widestF])}, ISO {groupDigits(rung.labels.iso)}
                {rung.labels.lift !== '0' && ` +${rung.labels.lift}`}
              </span>
              <span className="txt">{rungWords(brief, rung, { named: false })}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
});
