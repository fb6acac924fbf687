import { VERDICTS, type Verdict } from '@hushto/core';
import { VERDICT_WORDS } from '@hushto/words';
import { cn } from '../../components/cn.ts';
import { VERDICT_KEYS } from '../../domain/logFrames.ts';

/** What may be said of a frame: six answers for the thumb, each with its letter. */
export function Verdicts({ value, onSay }: { value: Verdict | null; onSay: (verdict: Verdict | null) => void }) {
  return (
    <div
      role="group"
      aria-label="What became of it"
      className="grid grid-cols-3 gap-1.5 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:border-t max-sm:border-rule max-sm:bg-panel max-sm:p-2"
    >
      {VERDICTS.map((verdict) => (
        <button
          key={verdict}
          type="button"
          aria-pressed={value === verdict}
          data-hint={`${VERDICT_WORDS[verdict].means} (${VERDICT_KEYS[verdict]})`}
          className={cn(
            'flex min-h-11 cursor-pointer items-center justify-between gap-1 rounded-md border border-edge px-2 whitespace-nowrap hover:bg-sunk',
            'aria-pressed:border-ink aria-pressed:bg-chosen aria-pressed:font-semibold aria-pressed:text-on-chosen',
          )}
          onClick={() => onSay(value === verdict ? null : verdict)}
        >
          {VERDICT_WORDS[verdict].name}
          <span aria-hidden="true" className="text-13 opacity-70 max-sm:hidden">
            {VERDICT_KEYS[verdict]}
          </span>
        </button>
      ))}
    </div>
  );
}
