import type { Brief } from '@hushto/core';
import { lowerFirst } from './text.ts';
import { THING_NAMES } from './things.ts';

/** Where the name ends and what belongs to it begins. */
const BELONGINGS = / (?:with|at|in|on|under|by|without|before|behind) /;
const ARTICLE = /^(?:a|an|the|one|some) /i;
const PROPER = /^\p{Lu}\p{Ll}/u;

/**
 * What moves, as a sentence goes on about it: "the porter" of "A porter with a handcart". The label is the photographer's own words, or
 * those of the library's thing.
 */
export function subjectWords({ subject }: Pick<Brief, 'subject'>): string {
  const label = subject.label?.trim();
  if (!label) return subject.speedMps > 0 ? 'the subject' : 'the scene';
  const [named = label] = label.replace(ARTICLE, '').split(BELONGINGS);
  // A name has no article, and stays as it is written.
  const isName = PROPER.test(label) && !ARTICLE.test(label) && !Object.values(THING_NAMES).some((thing) => thing.label === label);
  return isName ? named : `the ${lowerFirst(named)}`;
}

/** Whether a name is of several: "Strings of bulbs give", "The last of the sky gives". */
export const isPlural = (name: string): boolean =>
  /(lamps|bulbs|lights|signs|displays|shows|buildings|lanterns|candles)$/i.test(name) || /^\p{L}+s of /iu.test(name);
