import type { Verdict } from '@hushto/core';
import { count, VERDICT_WORDS } from '@hushto/words';
import { useToasts } from '../../components/toast.ts';
import { judgeFrames, meant, useLog } from '../../state/log.ts';
import { totalIn } from '../../state/logQueries.ts';
import { said } from '../../sync/remote.ts';

/** The last verdict, on its way or said: taken back only once it was said. */
let lastJudged: ReturnType<typeof judgeFrames> | null = null;

/** Says a verdict of what is meant, moves on where it was one frame, and offers to take it back. */
export function useJudging(): (verdict: Verdict | null) => void {
  const { show } = useToasts();
  return (verdict) => {
    const state = useLog.getState();
    const ids = meant();
    if (ids.length === 0) return;
    if (state.chosen.size === 0) state.set({ at: Math.min(state.at + 1, (totalIn(state.filter) ?? 1) - 1) });
    const judged = judgeFrames(ids, verdict);
    lastJudged = judged;
    judged
      .then((undo) => {
        const what = verdict === null ? 'not judged' : VERDICT_WORDS[verdict].name.toLowerCase();
        if (ids.length > 1 || verdict === null)
          show(`${count(ids.length, 'frame', 'frames')}: ${what}.`, { label: 'Undo', run: () => void undo() });
      })
      .catch((error: unknown) => show(said(error)));
  };
}

/** Takes the last verdict back. */
export async function takeVerdictBack(): Promise<void> {
  const last = lastJudged;
  lastJudged = null;
  await (
    await last
  )?.();
}
