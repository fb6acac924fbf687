import type { Provenance } from '@hushto/core';
import { count } from './numbers.ts';

/** What a test is made of. */
const PIECES = {
  hold: { one: 'frame', many: 'frames' },
  taste: { one: 'choice', many: 'choices' },
  ceiling: { one: 'look', many: 'looks' },
} as const;

/** "3 March" of a day such as 2027-03-03. */
export const dayWords = (day: string): string =>
  new Date(day).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });

/** Whose value it is: "your 18 frames of 3 March". */
export function provenanceWords(test: keyof typeof PIECES, { count: n, day }: Pick<Provenance, 'count' | 'day'>): string {
  const { one, many } = PIECES[test];
  const pieces = `your ${count(n, one, many)}`;
  return day === null ? pieces : `${pieces} of ${dayWords(day)}`;
}
