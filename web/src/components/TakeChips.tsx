import type { Brief, Take, TakeCode } from '@hushto/core';
import { RadioGroup } from 'radix-ui';
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

const PLAN = 'plan';

/** The plan and its other takes, of which one is looked at; each one press away. */
export function TakeChips({ brief, takes, taken, onTake, lines, listed = true }: TakeChipsProps) {
  const chip = (code: TakeCode | null, name: string, says: string) => (
    <RadioGroup.Item
      key={code ?? PLAN}
      value={code ?? PLAN}
      aria-label={says}
      data-hint={says}
      className="min-h-9 flex-auto cursor-pointer rounded-[6px] border border-edge px-1 whitespace-nowrap hover:bg-sunk data-[state=checked]:border-ink data-[state=checked]:font-bold data-[state=checked]:outline data-[state=checked]:outline-ink max-sm:min-h-11 max-sm:px-0"
    >
      {name}
    </RadioGroup.Item>
  );
  return (
    <>
      <RadioGroup.Root
        aria-label="Which take"
        orientation="horizontal"
        className="flex flex-wrap gap-1"
        value={taken?.code ?? PLAN}
        onValueChange={(code) => onTake(takes.find((take) => take.code === code)?.code ?? null)}
      >
        {chip(null, 'Plan', 'The plan')}
        {takes.map((take) => chip(take.code, `${TAKE_NAMES[take.code]} ${take.choice.labels.shutter}`, takeLabel(brief, take)))}
      </RadioGroup.Root>
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
