import { takesOf, type Brief, type DialledSetting, type TakeCode } from '@hushto/core';
import { takeCost, takeLabel, takeWords } from '@hushto/words';
import { memo, useMemo } from 'react';

interface TakesProps {
  /** The brief they are takes of, come to rest. */
  brief: Brief;
  /** What the plan itself is. */
  plan: DialledSetting;
  taken: TakeCode | null;
  onTake: (code: TakeCode | null) => void;
}

/** Other ways of taking the same composition, each one press away, as the plan is again. */
export const Takes = memo(function Takes({ brief, plan, taken, onTake }: TakesProps) {
  const takes = useMemo(() => takesOf(brief), [brief]);
  if (takes.length === 0 && taken === null) return null;
  return (
    <section className="takes pt-3 max-sm:order-3 max-sm:col-span-full" aria-labelledby="takes-title">
      <h2 id="takes-title" className="sr-only">
        Takes
      </h2>
      <ul className="border-t border-rule">
        <TakeRow
          label={`The plan: ${plan.labels.aperture} at ${plan.labels.shutter}\u00a0s`}
          cost=""
          pressed={taken === null}
          onPress={() => onTake(null)}
        />
        {takes.map((take) => (
          <TakeRow
            key={take.code}
            label={takeLabel(brief, take)}
            cost={takeCost(take)}
            words={takeWords(brief, take)}
            pressed={take.code === taken}
            onPress={() => onTake(take.code)}
          />
        ))}
      </ul>
    </section>
  );
});

interface TakeRowProps {
  label: string;
  cost: string;
  words?: string;
  pressed: boolean;
  onPress: () => void;
}

function TakeRow({ label, cost, words, pressed, onPress }: TakeRowProps) {
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-pressed={pressed}
        title={words}
        className="flex min-h-[30px] w-full cursor-pointer items-center justify-between gap-x-3 border-l-4 border-transparent py-1 pl-2 text-left text-[15px] leading-5 hover:bg-sunk aria-pressed:border-ink max-sm:min-h-11"
        onClick={onPress}
      >
        <span className={pressed ? 'font-bold' : ''}>{label}</span>
        <span className="text-right text-[13px] text-quiet">{cost}</span>
      </button>
    </li>
  );
}

/** A brief with what a take of it changes: what is edited while the take is looked at. */
export const adopted = (brief: Brief, made: Brief): Brief => ({
  ...brief,
  subject: made.subject,
  hold: { ...brief.hold, follow: made.hold.follow },
  picture: made.picture,
});
