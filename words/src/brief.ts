import { VIEWING_CPH, type Brief } from '@hushto/core';
import { plainNumber } from './numbers.ts';
import { evDigits } from './remedies.ts';
import { capital, lowerFirst } from './text.ts';
import { viewNamed, VIEWS } from './viewing.ts';

/** A brief within a line of others: "a porter with a handcart, strings of bulbs, EV 4.0". */
export const briefPhrase = ({ subject, light }: Pick<Brief, 'subject' | 'light'>): string =>
  `${lowerFirst(subject.label ?? 'A subject')}, ${light.label ? lowerFirst(light.label) : 'in its light'}, EV\u00a0${evDigits(light.ev100)}`;

/** The same as a line of its own. */
export const briefLine = (brief: Pick<Brief, 'subject' | 'light'>): string => capital(briefPhrase(brief));

/** How a picture will be shown: "2048 px wide", "in print, cropped 1.5×". */
export function shownWords({ viewCph, crop }: Pick<Brief['picture'], 'viewCph' | 'crop'>): string {
  const name = viewNamed(viewCph) ?? (viewCph > 2.5 * VIEWING_CPH.print ? 'perPixel' : null);
  const size = name ? VIEWS[name].shown : `${Math.round(viewCph * 2)} px high`;
  return crop > 1.005 ? `${size}, cropped ${Number(plainNumber(crop))}×` : size;
}

/**
 * How the detail kept compares with the best of the floor. @param halvingsMore detail lost beyond it
 */
export function keptWords(halvingsMore: number): string {
  const kept = 2 ** -halvingsMore;
  if (kept > 1.05) return 'more detail, but past a gate';
  // What is on the floor looks like its best; the aperture may have taken another fiftieth.
  if (kept > 0.88) return 'looks the same';
  if (kept > 0.85) return 'a tenth less';
  if (kept > 0.7) return 'a quarter less';
  if (kept > 0.58) return 'a third less';
  if (kept > 0.4) return 'half the detail';
  if (kept > 0.2) return 'a quarter of the detail';
  return kept > 0.1 ? 'an eighth of the detail' : 'next to nothing left';
}
