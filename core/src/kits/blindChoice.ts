import { requireRange } from '../numerics/require.ts';

/** Choices of a blind look. With twelve, ten alike are needed before chance is an unlikely reason. Ours. */
export const BLIND_CHOICES = 12;
/** Chance by guessing from which on two are not told apart. Common practice in tests of taste. */
const NOT_TOLD_APART = 0.1;

/** What blind choices between two say. */
export interface BlindVerdict {
  of: number;
  tookFirst: number;
  /** How likely guessing alone would fall at least so far to either side: the exact binomial test, two-sided. */
  byChance: number;
  /** Which was taken more often than guessing explains; null where they were not told apart. */
  preferred: 'first' | 'second' | null;
}

/** @param tookFirst how often the first was taken, 0 to `of`  @throws RangeError outside that */
export function blindVerdict(tookFirst: number, of: number): BlindVerdict {
  requireRange('tookFirst', tookFirst, 0, of);
  // As far off as it fell, or farther, on one side; the other is as likely.
  const least = Math.min(tookFirst, of - tookFirst);
  let [term, tail] = [2 ** -of, 0];
  for (let k = 0; k <= least; k++) {
    tail += term;
    term *= (of - k) / (k + 1);
  }
  const byChance = Math.min(1, 2 * tail);
  const preferred = byChance >= NOT_TOLD_APART ? null : 2 * tookFirst > of ? 'first' : 'second';
  return { of, tookFirst, byChance, preferred };
}
