import type { CHECK_TIMES } from '@hushto/contract';
import { type Check, type RunSheet, type WhereOptions } from '@hushto/contract';
import { checkKey, type CheckItem, type Checklists } from '@hushto/core';
import { checkWords } from '@hushto/words';

export type CheckTime = (typeof CHECK_TIMES)[number];

/** A line as it is shown. */
export interface ShownCheck {
  key: string;
  text: string;
  check: Check;
}

const keyOf = (check: Check): string => (check.own ? check.key : checkKey(check.item));
const isAway = (check: Check): boolean => !check.own && check.away === true;
const shown = (check: Check, where: WhereOptions): ShownCheck => ({
  key: keyOf(check),
  text: check.own ? check.text : checkWords(check.item, where),
  check,
});

/**
 * A list as it is shown: what the briefs ask for now, with the ticks given before, then the photographer's own. What they no longer
 * ask for goes, unless it was ticked.
 */
export function shownChecks(kept: readonly Check[], made: readonly CheckItem[], where: WhereOptions = {}): ShownCheck[] {
  const before = new Map(kept.map((check) => [keyOf(check), check]));
  const asked = made.map((item): Check => {
    const known = before.get(checkKey(item));
    return { own: false, item, done: known?.done ?? false, ...(known && isAway(known) ? { away: true } : {}) };
  });
  const stands = new Set(asked.map(keyOf));
  const others = kept.filter((check) => !stands.has(keyOf(check)) && (check.own || check.done));
  return [...asked, ...others].filter((check) => !isAway(check)).map((check) => shown(check, where));
}

/** Ticks or unticks a line, keeping it if it was only made here so far. */
export const ticked = (kept: readonly Check[], check: Check): Check[] => replaced(kept, { ...check, done: !check.done });

/** Puts a line away: one's own is gone, a made one does not come back. */
export const putAway = (kept: readonly Check[], check: Check): Check[] =>
  check.own ? kept.filter((other) => keyOf(other) !== check.key) : replaced(kept, { ...check, away: true });

export const withOwn = (kept: readonly Check[], text: string, key: string): Check[] => [
  ...kept,
  { own: true, key, text, done: false },
];

function replaced(kept: readonly Check[], check: Check): Check[] {
  const key = keyOf(check);
  return kept.some((other) => keyOf(other) === key)
    ? kept.map((other) => (keyOf(other) === key ? check : other))
    : [...kept, check];
}

/** The three lists of a sheet as they are shown. @param where the options of the one body are that is taken along */
export const shownLists = (
  kept: RunSheet['checks'],
  made: Checklists,
  where: WhereOptions = {},
): Record<CheckTime, ShownCheck[]> => ({
  before: shownChecks(kept.before, made.before, where),
  arrival: shownChecks(kept.arrival, made.arrival, where),
  afterwards: shownChecks(kept.afterwards, made.afterwards, where),
});
