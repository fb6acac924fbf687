import type { PlanAtLight } from '@hushto/core';
import { capital } from './text.ts';
import { isoWords, shutterWords } from './numbers.ts';

/** The setting another value would give; null where nothing would work. */
export interface Neighbour {
  /** The value: "3 m". */
  at: string;
  setting: Setting | null;
}

/**
 * What neighbouring values would give, in one sentence: "At 3 m, 1/400 s; at 6 m, 1/200 s."
 * The first of shutter, aperture, ISO and brightening that any of them changes is what is said.
 */
export function neighbourWords(neighbours: readonly Neighbour[], now: Setting): string {
  const say = SAYS.find(({ of }) => neighbours.some(({ setting }) => setting && of(setting) !== of(now)));
  const said = neighbours.map(({ at, setting }) => {
    if (!setting) return `at ${at} nothing works`;
    return say ? `at ${at}, ${say.words(setting)}` : `at ${at} the same`;
  });
  return `${capital(said.join('; '))}.`;
}

type Setting = Pick<PlanAtLight['choice'], 'shutterS' | 'labels'>;

const SAYS: readonly { of: (setting: Setting) => string; words: (setting: Setting) => string }[] = [
  { of: ({ labels }) => labels.shutter, words: ({ shutterS }) => shutterWords(shutterS) },
  { of: ({ labels }) => labels.aperture, words: ({ labels }) => labels.aperture },
  { of: ({ labels }) => labels.iso, words: ({ labels }) => isoWords(Number(labels.iso)) },
  {
    of: ({ labels }) => labels.lift,
    words: ({ labels }) => (labels.lift === '0' ? 'nothing to brighten later' : `+${labels.lift} later`),
  },
];
