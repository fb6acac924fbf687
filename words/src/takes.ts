import { type Brief, type GateName, type Take, type TakeCode } from '@hushto/core';
import { detailShare, halvingsShare, isoWords, shareWords, shutterWords, stopWords } from './numbers.ts';
import { isPlural, subjectWords } from './subject.ts';
import { thingName } from './things.ts';

/** What a take is called where there is room for a word or two. */
export const TAKE_NAMES: Record<TakeCode, string> = {
  otherSide: 'The other answer',
  still: 'Still',
  frozen: 'Frozen',
  streak: 'Streak',
  deep: 'Deep',
  safe: 'Safe',
  clean: 'Clean',
};

/** What keeping a gate at any price is, and what giving it up is. */
const OTHER_SIDE: Record<GateName, { kept: string; given: string }> = {
  depth: { kept: 'All of it in depth', given: 'Depth let go' },
  flicker: { kept: 'No flicker', given: 'Flicker let go' },
  focus: { kept: 'Within autofocus', given: 'Focused by hand' },
  freeze: { kept: 'Frozen', given: 'Movement let go' },
  hold: { kept: 'Held', given: 'Shake let go' },
  light: { kept: 'Within the ceiling', given: 'Past the ceiling' },
};

/** A take in one breath: "1/60 s if the porter stands still", "Deep: f/5.6 at 1/80 s". */
export function takeLabel(brief: Brief, { code, choice, gate }: Take): string {
  const shutter = shutterWords(choice.shutterS);
  const both = `${choice.labels.aperture} at ${shutter}`;
  switch (code) {
    case 'otherSide': {
      const { kept, given } = OTHER_SIDE[gate?.name ?? 'depth'];
      return `${gate?.kept === false ? given : kept}: ${both}`;
    }
    case 'still': {
      const who = subjectWords(brief);
      return `${shutter} if ${who} ${isPlural(who) ? 'keep' : 'keeps'} still`;
    }
    case 'frozen':
      return `Frozen at ${shutter}`;
    case 'streak':
      return `A streak at ${shutter}`;
    case 'deep':
      return `Deep: ${both}`;
    case 'safe':
      return `Safe: a stop faster, ${shutter}`;
    case 'clean':
      return `Clean: ${isoWords(choice.iso)} at ${shutter}`;
  }
}

/** What a take asks for beside its label, and what it costs against the plan. */
export function takeWords(brief: Brief, take: Take): string {
  const { code, choice, smearShare } = take;
  const { aperture } = choice.labels;
  const lift = choice.liftStops > 0.1 ? ` and ${stopWords(choice.liftStops)} brighter later` : '';
  const rest: Record<TakeCode, string> = {
    otherSide: `${isoWords(choice.iso)}${lift}`,
    still: `${aperture}, ${isoWords(choice.iso)}${lift}${momentWords(brief)}`,
    frozen: `${aperture}, ${isoWords(choice.iso)}${lift}`,
    streak: `${aperture}, ${isoWords(choice.iso)}; moves over ${shareWords(smearShare)} of the height`,
    deep: `${isoWords(choice.iso)}${lift}`,
    safe: `${aperture}, ${isoWords(choice.iso)}${lift}`,
    clean: aperture,
  };
  const costs = costsOf(take);
  return `${rest[code]}${costs.length > 0 ? `: ${costs.join(', ')}` : ''}.`;
}

/** The first thing a take costs or buys, in two or three words; empty where it is neither grainier nor softer. */
export const takeCost = (take: Take): string => costsOf(take)[0] ?? '';

const costsOf = ({ grainStops, halvings }: Take): string[] =>
  [grainWords(grainStops), halvings === null ? null : sameOrLess(halvings)].filter((cost) => cost !== null);

/** When a subject of the library is still: "the moment: foot planted". */
function momentWords({ subject }: Brief): string {
  const phase = thingName(subject.thing)?.stillPhase;
  return phase ? `, the moment ${phase}` : '';
}

function grainWords(stops: number): string | null {
  if (Math.abs(stops) < 1 / 6) return null;
  return `${stopWords(Math.abs(stops))} ${stops > 0 ? 'grainier' : 'cleaner'}`;
}

/** Detail too little to tell apart, halvings. */
const ALIKE_HALVINGS = 0.16;

function sameOrLess(halvings: number): string {
  if (Math.abs(halvings) < ALIKE_HALVINGS) return 'looks as sharp';
  if (halvings > 0) return `${halvingsShare(halvings)} less detail`;
  const more = 2 ** -halvings - 1;
  return more < 1 ? `${detailShare(more)} more detail` : 'more than twice the detail';
}
