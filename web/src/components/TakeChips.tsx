import type { Brief, Take, TakeCode } from '@hushto/core';
import { capital, lowerFirst, TAKE_NAMES, takeLabel, takeWords } from '@hushto/words';

interface TakeChipsProps {
  brief: Brief;
  takes: readonly Take[];
  taken: Take | null;
  onTake: (code: TakeCode | null) => void;
  /** Room for what the chosen take asks for, or which takes there are. */
  lines: string;
  /** Whether what each take is stands under them before one is looked at. */
  listed?: boolean;
}

/** The plan and its other takes, of which one is looked at; each one press away. */
export function TakeChips({ brief, takes, taken, onTake, lines, listed = true }: TakeChipsProps) {
  const chip = (code: TakeCode | null, name: string, says: string) => (
    <button
      key={code ?? 'plan'}
      type="button"
      role="radio"
      aria-checked={(taken?.code ?? null) === code}
      aria-label={says}
      data-hint={says}
      className="min-h-9 cursor-pointer rounded-[6px] border border-edge px-1 max-sm:px-0 hover:bg-sunk aria-checked:border-ink aria-checked:font-bold aria-checked:outline aria-checked:outline-ink whitespace-nowrap max-sm:min-h-11"
      onClick={() => onTake(code)}
    >
      {name}
    </button>
  );
  return (
    <>
      <div
        role="radiogroup"
        aria-label="Which take"
        className="grid auto-cols-fr grid-flow-col gap-1 max-2xs:grid-flow-row max-2xs:grid-cols-2"
      >
        {chip(null, 'Plan', 'The plan')}
        {takes.map((take) => chip(take.code, `${TAKE_NAMES[take.code]} ${take.choice.labels.shutter}`, takeLabel(brief, take)))}
      </div>
      {(taken || listed) && (
        <p className={`pt-1 leading-4.5 text-quiet ${lines}`}>
          {taken
            ? `${takeLabel(brief, taken)}. ${takeWords(brief, taken)}`
            : capital(takes.map((take) => lowerFirst(takeLabel(brief, take))).join('; '))}
        </p>
      )}
    </>
  );
}
