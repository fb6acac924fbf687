import { apertureLabel, type Brief, type Rung } from '@hushto/core';
import { groupDigits, rungWords, viewOf } from '@hushto/words';
import { TriangleAlert } from 'lucide-react';
import { memo } from 'react';
import { Button } from '../../components/Button.tsx';
import { Caution } from '../../components/Caution.tsx';
import { cn } from '../../components/cn.ts';
import { tread } from '../../components/tread.ts';
import { rungsRound } from '../../domain/ladder.ts';
import { evText } from '../../quantities/quantities.ts';

interface LadderProps {
  rungs: readonly Rung[];
  brief: Brief;
  caution: string | null;
  /** Light looked at, and the brief's own. */
  looked: number | null;
  ev100: number;
  onLook: (rung: Rung | null) => void;
}

/** What to give up next: rungs of light, brightest first, the present in the middle. Pressing one looks at that light. */
export const Ladder = memo(function Ladder({ rungs, brief, caution, looked, ev100, onLook }: LadderProps) {
  const shown = rungsRound(rungs);
  return (
    <section
      className="col-span-full pt-0.5 pb-1 max-md:order-3 max-sm:col-span-full max-sm:order-4 max-sm:mt-3.5"
      aria-labelledby="ladder-title"
    >
      <div className="flex gap-6 items-center justify-between pl-3 min-h-6 max-md:block">
        <h2 id="ladder-title">
          Ladder <span className="text-quiet">as the light falls; px {viewOf(brief)}</span>
        </h2>
        {looked !== null ? (
          <p>
            You are looking at {evText(looked)}; your brief says {evText(ev100)}.{' '}
            <Button size="s" onClick={() => onLook(null)}>
              Back to now
            </Button>
          </p>
        ) : (
          caution && <Caution>{caution}</Caution>
        )}
      </div>
      <ol
        className="grid [contain:layout_style] max-md:grid-cols-2! max-md:gap-y-3 max-sm:grid-cols-1! max-sm:gap-y-2.5"
        style={{ gridTemplateColumns: `repeat(${shown.length}, 1fr)` }}
      >
        {shown.map((rung, n) => (
          <li
            key={rung.evFrom}
            className={cn(
              tread({ state: rung.state, now: rung.now }),
              'mt-[calc(var(--n)*2px)] max-md:mt-0 max-sm:ml-[calc(var(--n)*5px)]',
              rung.evFrom === looked && 'shadow-[inset_0_0_0_2px_var(--ink)]',
            )}
            style={{ '--n': n } as React.CSSProperties}
            aria-current={rung.now ? 'true' : undefined}
          >
            <button
              className="flex flex-col items-stretch justify-start pt-1.75 pr-2.5 pb-1 pl-3 size-full leading-4.75 text-left cursor-pointer max-sm:min-h-16 hover:bg-sunk/70"
              type="button"
              aria-pressed={rung.evFrom === looked}
              onClick={() => onLook(rung.now || rung.evFrom === looked ? null : rung)}
            >
              <span className="flex gap-2 items-baseline justify-between text-18 leading-5.5">
                <b className="font-strong tracking-[-0.02em] tabular-nums">{rung.labels.shutter}</b>
                <span
                  className={cn(
                    'text-13 whitespace-nowrap text-quiet',
                    rung.state === 'past' && 'inline-flex gap-1 self-center font-semibold text-warn',
                    rung.now && 'font-strong text-hush',
                  )}
                >
                  {rung.state === 'past' && <TriangleAlert aria-label="Does not work" />}
                  {rung.now ? `now, ${evText(rung.evFrom)}` : evText(rung.evFrom)}
                </span>
              </span>
              <span className="block font-semibold">
                {apertureLabel(rung.fNumber, [brief.kit.lens.widestF])}, ISO {groupDigits(rung.labels.iso)}
                {rung.labels.lift !== '0' && ` +${rung.labels.lift}`}
              </span>
              <span className={cn('block text-pretty', !rung.now && 'text-quiet')}>
                {rungWords(brief, rung, { named: false })}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
});
