import { AIMS, type Aim, type Finish, type BurstFor, type HoldCondition, type School } from '@hushto/core';

/** A wished range of the picture height as it is written: "0.5 to 2 %". */
export const wantedWords = ({ from, to }: { from: number; to: number }): string => `${exactly(from)} to ${exactly(to)}\u00a0%`;
const exactly = (share: number): string => String(Number((100 * share).toFixed(2)));

/** Why a burst has its number, in a few words; empty where it was pinned. */
export const BURST_WORDS: Record<BurstFor, string> = {
  pinned: '',
  limit: 'All you allow.',
  shake: 'For one that holds.',
  moment: 'To choose from.',
  one: 'One is enough.',
};

/** What each aim does with movement, as it is chosen. */
export const AIM_WORDS: Record<Aim, { label: string; says: string }> = {
  freeze: { label: 'Freeze', says: 'What moves is sharp at the size it will be shown.' },
  trace: { label: 'Trace', says: `A little of the movement shows: ${wantedWords(AIMS.trace.wanted!)} of the picture height.` },
  streak: {
    label: 'Streak',
    says: `Movement becomes a streak of ${wantedWords(AIMS.streak.wanted!)} of the picture height; from 10\u00a0% people dissolve.`,
  },
  pan: { label: 'Pan', says: 'You follow the subject: it stays sharp and the background streaks.' },
};

/** What is made of the frame at the desk: its name, how the sentence goes on with it, and what it does to the picture. */
export const FINISH_WORDS: Record<Finish, { label: string; goesOn: string; says: string }> = {
  plain: {
    label: 'As the camera gives it',
    goesOn: 'straight from the camera',
    says: 'Straight from the camera: all of the grain, all of the detail.',
  },
  light: {
    label: 'Noise reduced lightly',
    goesOn: 'noise reduced lightly',
    says: 'Grain goes where nothing is drawn, colour noise nearly everywhere; the faintest texture goes with it.',
  },
  strong: {
    label: 'Noise reduced strongly',
    goesOn: 'noise reduced strongly',
    says: 'Little grain is left, and little faint texture: skin, cloth and fur look smooth. No detail comes back.',
  },
  mono: {
    label: 'Black and white',
    goesOn: 'in black and white',
    says: 'Colour noise is gone, grain stays. Light of one colour that clipped matters less.',
  },
};

/** What each school gives up last, and when people prefer it. */
export const SCHOOL_WORDS: Record<School, { label: string; says: string }> = {
  hush: { label: 'Hush', says: 'The slowest that still looks as sharp as the best: no grain for sharpness nobody sees.' },
  moment: {
    label: 'Moment first',
    says: 'For gestures and faces that will not come again: the movement is sharp, ISO goes where it must.',
  },
  clean: {
    label: 'Clean first',
    says: 'For still subjects, large prints and dark tones: base ISO as long as hands hold; what moves may blur.',
  },
  depth: {
    label: 'Depth first',
    says: 'For groups, context and zone focus: all of the depth is sharp before anything else is wished.',
  },
};

/** What steadies or unsettles the hands, as part of a stance. */
export const CONDITION_WORDS: Record<HoldCondition, string> = {
  elbows: 'elbows in',
  finder: 'eye at the finder',
  low: 'kneeling or seated',
  wall: 'leaning on a wall',
  rail: 'camera braced on a rail',
  timed: 'breathing out, timed release',
  breeze: 'in a breeze',
  wind: 'in wind',
  unsteady: 'cold, tired or after coffee',
  vehicle: 'on a moving boat or vehicle',
  oneHand: 'one hand',
};

/** "standing, elbows in", "kneeling or seated". */
export function stanceWords(conditions: readonly HoldCondition[]): string {
  const stands = !conditions.some((condition) => condition === 'low' || condition === 'vehicle');
  return [...(stands ? ['standing'] : []), ...conditions.map((condition) => CONDITION_WORDS[condition])].join(', ');
}
