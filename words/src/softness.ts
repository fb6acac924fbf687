import { smearAsViewedPx, softnessAdvice, stopsLabel, type Softness, type SoftnessAdvice, type TakenFrame } from '@hushto/core';
import { percent, plainNumber, shutterWords } from './numbers.ts';

/** A cause as it is named, and what the picture shows of it. */
export const CAUSE_WORDS: Record<Softness['cause'], { name: string; shows: string }> = {
  sharp: { name: 'Sharp', shows: 'What one looks at is sharp' },
  hands: { name: 'My hands', shows: 'The whole frame is smeared one way' },
  subject: { name: 'It moved', shows: 'What one looks at is smeared one way, and the rest is not' },
  focus: { name: 'Focus', shows: 'What one looks at is soft alike in all directions' },
  grain: { name: 'Grain', shows: 'Grain covers what would be sharp' },
  unsure: { name: 'Unsure', shows: 'The picture alone does not tell' },
};

/** "My hands, 82 %"; where it is unsure, the two likeliest. */
export function causeWords({ cause, shares }: Softness): string {
  if (cause !== 'unsure') return `${CAUSE_WORDS[cause].name}, ${percent(shares[cause])}`;
  const [first, second] = (Object.entries(shares) as [Exclude<Softness['cause'], 'unsure'>, number][]).sort(([, a], [, b]) => b - a);
  const alone = ([name, share]: typeof first & {}): string => `${CAUSE_WORDS[name].name.toLowerCase()} ${percent(share)}`;
  return `Unsure: ${alone(first!)}, ${alone(second!)}`;
} // prettier-ignore

/** How far to trust it where no camera of ours took the frame. */
export const LEARNT_WORDS = 'Learnt from pictures spoilt by computing; of real ones it may be too sure.';

/** What the picture shows, and what to change next time, each a sentence. */
export function softnessWords(found: Softness, frame: TakenFrame): string[] {
  const { smear: of, widthPx } = found;
  const smear = of && smearWords(smearAsViewedPx({ smear: of, widthPx }), of.directionDeg);
  const { shows } = CAUSE_WORDS[found.cause];
  return [smear ? `${shows}: ${smear}.` : `${shows}.`, adviceWords(softnessAdvice(found, frame))];
}

const smearWords = (viewedPx: number, directionDeg: number): string =>
  `about ${plainNumber(viewedPx)}\u00a0px at 2048 wide, ${slopeWords(directionDeg)}`;

/** Within so many degrees of level or upright a direction is called so. */
const NEARLY = 12;

/** A direction as one would say it: level, upright, or rising so steeply to one side. @param degrees 0 along rows, y down, to 180 */
function slopeWords(degrees: number): string {
  if (degrees < NEARLY || degrees > 180 - NEARLY) return 'from side to side';
  if (Math.abs(degrees - 90) < NEARLY) return 'up and down';
  return degrees < 90 ? `sloping down to the right by ${Math.round(degrees)}°` : `sloping up to the right by ${Math.round(180 - degrees)}°`;
} // prettier-ignore

function adviceWords(advice: SoftnessAdvice): string {
  switch (advice.code) {
    case 'nothing':
      return 'Nothing to change.';
    case 'fasterForHands':
      return advice.shutterS === null
        ? 'Next time a faster shutter, elbows in, or the later frames of a burst.'
        : `${shutterWords(advice.shutterS)} would have kept this drift within 2\u00a0px; or elbows in, a wall, the later frames of a burst.`;
    case 'fasterForSubject': {
      const speed = advice.speedMps === null ? '' : `That is ${plainNumber(advice.speedMps)}\u00a0m/s across, if it was as far as its brief says. `;
      return advice.shutterS === null
        ? `${speed}Next time a faster shutter, or the moment it stands still.`
        : `${speed}${shutterWords(advice.shutterS)} would have kept it within 2\u00a0px; or follow it, or wait until it stands still.`;
    }
    case 'focusElsewhere':
      return 'Something else is sharp: next time a small focus point on a contrasty edge, or the distance set by hand.';
    case 'focusNowhere':
      return 'Nothing is sharp: next time focus on a contrasty edge, or stop down and set the distance by hand.';
    case 'moreLight':
      return advice.stops === null
        ? 'Next time a wider aperture, a slower shutter while nothing moves, or better light.'
        : `${stopsLabel(advice.stops)} stops more light would have left it visible only: a wider aperture, a slower shutter while nothing moves, or better light.`;
    case 'unsure':
      return 'Look at it at 100\u00a0% beside another frame.';
  }
} // prettier-ignore
