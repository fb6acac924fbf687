import type { Brief, Onward, Remedy, Rung, Smear } from '@hushto/core';
import { isoWords, shareWords, shutterWords, stopWords, viewedPx } from './numbers.ts';
import { remedyWords } from './remedies.ts';
import { sentences } from './text.ts';
import { viewOf } from './viewing.ts';

/**
 * What changes at a rung, in a sentence or two.
 * @param named whether a pixel figure names its picture; not where a heading beside it does
 */
export function rungWords(brief: Brief, { change }: Pick<Rung, 'change'>, { named = true } = {}): string {
  const smear = (at: Smear): string => smearWords(at, named ? viewOf(brief) : null);
  switch (change.code) {
    case 'tooBright':
      return sentences('Too bright for every mark.', remedyOr(brief, change.remedy));
    case 'past':
      return sentences(
        change.smear && `${smear(change.smear)}.`,
        remedyOr(brief, change.remedy),
        change.shortStops === null ? null : `The light is ${stopWords(change.shortStops)} short.`,
      );
    case 'gaveWay':
      return GAVE_WAY[change.gate];
    case 'pastCrisp':
      return `${smear(change.smear)}: ${beyondWords(change)}.`;
    case 'depthSoftens':
      return 'The edges of the depth begin to soften.';
    case 'liftLimit':
      return sentences('No more may be brightened later; from here the shutter slows.', onwardWords(change.onward));
    case 'lift': {
      const sofar = Math.round(3 * change.liftStops) > 0 ? `, ${stopWords(change.liftStops)} so far` : '';
      return `At your ceiling the rest is brightened later${sofar}.`;
    }
    case 'isoCeiling': {
      const next = change.liftFollows ? 'below this, brighten later' : 'from here the shutter slows';
      return sentences(`ISO has reached your ceiling; ${next}.`, onwardWords(change.onward));
    }
    case 'baseIso':
      return sentences('Base ISO: only the shutter and the aperture are left.', onwardWords(change.onward));
    case 'isoFalls':
      return `ISO is ${stopWords(change.roomStops)} under your ceiling; ${smear(change.smear)}.`;
  }
}

const GAVE_WAY = {
  hold: 'Your hands are at their limit: brace, and take the whole burst.',
  depth: 'The whole depth is no longer sharp: focus on what matters.',
  focus: 'Too dark for autofocus: set the distance by hand.',
  flicker: 'Frames flicker apart: take more and choose.',
} as const;

/** How far the subject smears, in the measure of the aim. @param view the picture a pixel figure is of; null leaves it out */
function smearWords({ aim, px, share }: Smear, view: string | null): string {
  switch (aim) {
    case 'freeze':
      return view === null ? viewedPx(px) : `${viewedPx(px)} ${view}`;
    case 'trace':
    case 'streak':
      return `${shareWords(share)} of the height`;
    case 'pan':
      return 'the streak stays';
  }
}

function beyondWords({ smear: { aim }, crisp }: Extract<Rung['change'], { code: 'pastCrisp' }>): string {
  if (aim !== 'freeze') return `not quite a ${aim}`;
  return crisp === 'justPast' ? 'just past crisp' : 'no longer crisp';
}

/** How the setting moves until the rung's darker end. */
function onwardWords({ shutterS, iso }: Onward): string | null {
  const moves = [...(shutterS === null ? [] : [shutterWords(shutterS)]), ...(iso === null ? [] : [isoWords(iso)])];
  return moves.length > 0 ? `Down to ${moves.join(', ')}.` : null;
}

const remedyOr = (brief: Brief, remedy: Remedy | null): string => (remedy ? remedyWords(brief, remedy) : 'Let this one go.');
