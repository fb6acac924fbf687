import { takesOf, type Brief, type TakeCode } from '@hushto/core';
import { memo, useMemo } from 'react';
import { TakeChips } from '../../components/TakeChips.tsx';

interface TakesProps {
  /** The brief they are takes of, come to rest. */
  brief: Brief;
  taken: TakeCode | null;
  onTake: (code: TakeCode | null) => void;
}

/** Other ways of taking the same composition, beside the answer. */
export const Takes = memo(function Takes({ brief, taken, onTake }: TakesProps) {
  const takes = useMemo(() => takesOf(brief), [brief]);
  if (takes.length === 0) return null;
  return (
    <section className="pt-3 max-sm:order-3 max-sm:col-span-full" aria-label="Takes">
      <TakeChips
        brief={brief}
        takes={takes}
        taken={takes.find(({ code }) => code === taken) ?? null}
        onTake={onTake}
        lines=""
        listed={false}
      />
    </section>
  );
});

/** A brief with what a take of it changes: what is edited while the take is looked at. */
export const adopted = (brief: Brief, made: Brief): Brief => ({
  ...brief,
  subject: made.subject,
  hold: { ...brief.hold, follow: made.hold.follow },
  picture: made.picture,
});
