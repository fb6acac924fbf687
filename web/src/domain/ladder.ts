import type { Rung } from '@hushto/core';

/** Rungs that fit beside each other with words of a size to read. */
const MOST_RUNGS = 6;

/** The rungs nearest the present one, as evenly either side as the ladder allows. */
export function rungsRound(rungs: readonly Rung[], most = MOST_RUNGS): readonly Rung[] {
  const now = rungs.findIndex((rung) => rung.now);
  const from = Math.max(0, Math.min(now - Math.floor(most / 2), rungs.length - most));
  return rungs.slice(from, from + most);
}
