import type { Check, RunSheet } from '@hushto/contract';
import { CHECK_TIMES } from '@hushto/contract';
import type { CheckItem, Checklists } from '@hushto/core';

export type CheckTime = (typeof CHECK_TIMES)[number];

/**
 * A list as it is shown: what the briefs ask for now, with the ticks given before, then the photographer's own. What they no longer
 * ask for goes, unless it was ticked.
 */
export function shownChecks(kept: readonly Check[], made: readonly CheckItem[]): Check[] {
  const before = (key: string): Check | undefined => kept.find((check) => check.key === key);
  const asked = made.map(({ key, text }): Check => ({
    key,
    text,
    done: before(key)?.done ?? false,
    own: false,
    ...(before(key)?.away ? { away: true } : {}),
  }));
  const others = kept.filter(({ key, own, done }) => !made.some((item) => item.key === key) && (own || done));
  return [...asked, ...others].filter(({ away }) => !away);
}

/** Ticks or unticks an item, keeping it if it was only made here so far. */
export const ticked = (kept: readonly Check[], check: Check): Check[] => replaced(kept, { ...check, done: !check.done });

/** Puts an item away: one's own is gone, a made one does not come back. */
export const putAway = (kept: readonly Check[], check: Check): Check[] =>
  check.own ? kept.filter(({ key }) => key !== check.key) : replaced(kept, { ...check, away: true });

export const withOwn = (kept: readonly Check[], text: string, key: string): Check[] => [
  ...kept,
  { key, text, done: false, own: true },
];

function replaced(kept: readonly Check[], check: Check): Check[] {
  return kept.some(({ key }) => key === check.key) ? kept.map((one) => (one.key === check.key ? check : one)) : [...kept, check];
}

/** The three lists of a sheet as they are shown. */
export const shownLists = (kept: RunSheet['checks'], made: Checklists): Record<CheckTime, Check[]> =>
  Object.fromEntries(CHECK_TIMES.map((time) => [time, shownChecks(kept[time], made[time])])) as Record<CheckTime, Check[]>;
