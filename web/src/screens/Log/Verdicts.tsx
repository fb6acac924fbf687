import { VERDICTS, type Verdict } from '@hushto/core';
import { VERDICT_WORDS } from '@hushto/words';
import { Toggles } from '../../components/Toggles.tsx';
import { VERDICT_KEYS } from '../../domain/logFrames.ts';

/** What may be said of a frame: six answers for the thumb, each with its letter. */
export function Verdicts({ value, onSay }: { value: Verdict | null; onSay: (verdict: Verdict | null) => void }) {
  return (
    <Toggles
      label="What became of it"
      oneAtMost
      on={value === null ? [] : [value]}
      options={VERDICTS.map((verdict) => ({
        value: verdict,
        hint: `${VERDICT_WORDS[verdict].means} (${VERDICT_KEYS[verdict]})`,
        label: (
          <>
            {VERDICT_WORDS[verdict].name}
            <span aria-hidden="true" className="text-13 opacity-70 max-sm:hidden">
              {VERDICT_KEYS[verdict]}
            </span>
          </>
        ),
      }))}
      className="grid-cols-3 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:border-t max-sm:border-rule max-sm:bg-panel max-sm:p-2"
      each="whitespace-nowrap"
      onChange={([said]) => onSay(said ?? null)}
    />
  );
}
