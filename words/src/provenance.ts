import { FROM_LOG, type Provenance } from '@hushto/core';
import { count } from './numbers.ts';

/** What a test is made of. */
const PIECES = {
  hold: { one: 'frame', many: 'frames' },
  taste: { one: 'choice', many: 'choices' },
  ceiling: { one: 'look', many: 'looks' },
  focus: { one: 'try', many: 'tries at focusing' },
} as const;

const LOGGED = { one: 'frame of the log', many: 'frames of the log' };

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });

/** "3 March" of a day such as 2027-03-03. */
export const dayWords = (day: string): string => DAY.format(new Date(day));

/** Whose value it is: "your 18 frames of 3 March". */
export function provenanceWords(
  test: keyof typeof PIECES,
  { count: n, day, seriesId }: Pick<Provenance, 'count' | 'day'> & Partial<Pick<Provenance, 'seriesId'>>,
): string {
  const { one, many } = seriesId === FROM_LOG ? LOGGED : PIECES[test];
  const pieces = `your ${count(n, one, many)}`;
  if (day === null) return pieces;
  return seriesId === FROM_LOG ? `${pieces}, ${dayWords(day)}` : `${pieces} of ${dayWords(day)}`;
}
