import type { Brief, Reason, Watched } from '@hushto/core';
import { metres, plainNumber } from './numbers.ts';
import { listed, sentences } from './text.ts';

/** What to watch for, as it is named within a sentence, and what to do about it. */
export const WATCH_WORDS: Record<Watched, { label: string; says: string }> = {
  pattern: { label: 'an LED wall or a fine pattern', says: 'Look for bands and coloured waves on the LED wall or the pattern; change the distance, the angle or the aperture' },
  bright: { label: 'bright screens and signs behind', says: 'Keep bright screens and signs out from behind the head, or wait until they darken' },
  shadowLine: { label: 'a hard shadow line', says: 'Choose one side of the hard shadow line and expose for that' },
  heads: { label: 'heads and phones in front', says: 'Find a gap between heads and phones, or go to the side or up' },
  falling: { label: 'liquids and falling performers', says: 'Mind liquids and performers who fall: cover the camera, keep your head up' },
  crews: { label: 'other crews', says: 'Keep out of the way and the pictures of other crews' },
  heat: { label: 'heat, smoke and mist', says: 'Let the camera warm up or cool down before it meets mist; keep the front of the lens dry' },
  insects: { label: 'insects', says: 'Keep insects off your lamps and off the front of the lens' },
  sun: { label: 'the sun in the finder', says: 'Do not look at the sun through an optical finder' },
}; // prettier-ignore

/** "heads and phones in front and an LED wall"; empty where nothing is watched for. */
export const watchText = ({ watch = [] }: Pick<Brief, 'watch'>): string =>
  listed(watch.map(({ what }) => WATCH_WORDS[what].label));

/** What a fine pattern makes of the setting, and what cures it. */
export function patternWords(reason: Extract<Reason, { code: 'pattern' }>): string {
  const { verdict, pitchPx, nearerM, fartherM, longerMm } = reason;
  const apart = `${plainNumber(pitchPx)} pixels from one lamp to the next`;
  switch (verdict) {
    case 'resolved':
      return `The LED wall is drawn lamp by lamp, ${apart}: no waves.`;
    case 'blends':
      return `The LED wall is too fine to make waves, ${apart}.`;
    case 'beats': {
      const cures = [
        ...(nearerM === null ? [] : [`nearer than ${metres(nearerM)}`]),
        ...(fartherM === null ? [] : [`farther than ${metres(fartherM)}`]),
        ...(longerMm === null ? [] : [`a lens of ${plainNumber(longerMm)}\u00a0mm or more`]),
        'out of focus',
        'at a slant',
      ];
      return sentences(`The LED wall makes coloured waves, ${apart}.`, `They go ${listed(cures, 'or')}.`);
    }
  }
}
