import { fullFrameEquivalentMm, type Brief } from '@hushto/core';
import { stopWords } from './numbers.ts';
import { subjectWords } from './subject.ts';
import { thingName } from './things.ts';

/** Words for a reflectance, darkest first. Common practice: coal 3 %, dark coats 6 %, skin 25 to 35 %, white walls 80 %. */
const TONES: readonly (readonly [upTo: number, word: string])[] = [
  [0.045, 'black'],
  [0.11, 'dark'],
  [0.15, 'a little dark'],
  [0.22, 'mid grey'],
  [0.4, 'light'],
  [0.65, 'very light'],
  [Infinity, 'white'],
];

export const toneWord = (tone: number): string => TONES.find(([upTo]) => tone < upTo)![1];

/** A figure of the brief as it stands in its sentence: no trailing noughts. */
const figure = (value: number): string => String(Number(value.toFixed(value >= 20 ? 0 : 1)));

/** "swinging over 3 stops, saturated"; empty where the light is steady and clips no channel early. */
export function swingText({ swing, colour }: Brief['light']): string {
  const stops = (swing?.upStops ?? 0) + (swing?.downStops ?? 0);
  return [
    ...(stops > 0 ? [`${swing!.periodS < 2 ? 'chasing' : 'swinging'} over ${stopWords(stops)}`] : []),
    ...(colour === 'saturated' ? [colour] : []),
  ].join(', ');
}

/** "black before light, 3 stops brighter, with shadows 3 stops down"; empty where everything is mid grey and lit alike. */
export function tonesText({ subject, light }: Brief): string {
  const { background, shadowStops = 0 } = light;
  const shadows = shadowStops < 0 ? `shadows ${stopWords(-shadowStops)} down` : '';
  const usual = toneWord(subject.tone) === 'mid grey' && toneWord(background.tone) === 'mid grey' && background.stops === 0;
  if (usual) return shadows;
  const lit =
    background.stops === 0 ? '' : `, ${stopWords(Math.abs(background.stops))} ${background.stops > 0 ? 'brighter' : 'darker'}`;
  return `${toneWord(subject.tone)} before ${toneWord(background.tone)}${lit}${shadows && `, with ${shadows}`}`;
}

/** How dark the picture is to look: "1 stop down". */
export const keyText = (keyStops: number): string =>
  keyStops <= -2 ? 'night left night' : `${stopWords(Math.abs(keyStops))} ${keyStops < 0 ? 'down' : 'up'}`;

/** Which way the subject goes, as seen from the camera. */
export function directionText(degrees: number): string {
  const off = degrees > 90 ? 180 - degrees : degrees;
  if (off > 75) return 'across the frame';
  if (off < 15) return degrees > 90 ? 'straight away' : 'straight at me';
  return `at a slant of ${Math.round(off)}°`;
}

/** Ways of getting along; of any other doing the sentence says that it moves meanwhile. */
const GETS_ALONG = new Set(
  'walks hurries runs sprints rides drives skates swims wades trots glides flies jumps leaps moves passes lands falls climbs flits'
    .split(' ')
    .concat('pulls away', 'pulls in'),
);

/** "walks"; "plays, moving" of what does something else while it moves. */
export const motionVerb = ({ verb = 'moves' }: Brief['subject']): string => (GETS_ALONG.has(verb) ? verb : `${verb}, moving`);

/** "no flicker", "40 % flicker at 100 Hz". */
export function flickerText({ flicker }: Brief['light']): string {
  if (flicker.modulation === 0) return 'no\u00a0flicker';
  return `${figure(flicker.modulation * 100)}\u00a0% flicker at ${figure(flicker.frequencyHz)}\u00a0Hz`;
}

/** "28 mm equivalent", with the crop of the picture. */
export const equivalentText = ({ kit: { lens, sensor }, picture }: Brief): string =>
  `${Math.round(fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm, picture.crop))} mm equivalent`;

/** "18.3 mm". */
export const focalText = (focalLengthMm: number): string => `${figure(focalLengthMm)}\u00a0mm`;

/** What is frozen, in one word: the walk, the ride; the movement where the verb makes no noun. */
export function movementText({ subject }: Brief): string {
  const noun: Record<string, string> = { walks: 'walk', runs: 'run', rides: 'ride', jumps: 'jump', turns: 'turn', spins: 'turn', leaps: 'leap', dives: 'dive', flies: 'flight', falls: 'fall' }; // prettier-ignore
  const verb = thingName(subject.thing)?.verb ?? subject.verb ?? '';
  return `the ${noun[verb] ?? 'movement'}`;
}

/** What the picture is to do with the movement, the word that says it apart: "Let the walk leave ", "a trace", "". */
export function aimWords(brief: Brief): readonly [before: string, word: string, after: string] {
  const what = brief.subject.speedMps > 0 ? movementText(brief) : 'the scene';
  switch (brief.picture.aim) {
    case 'freeze':
      return ['', 'Freeze', ` ${what}`];
    case 'trace':
      return [`Let ${what} leave `, 'a trace', ''];
    case 'streak':
      return [`Let ${what} become `, 'a streak', ''];
    case 'pan':
      return ['', 'Pan', ` with ${subjectWords(brief)}`];
  }
}
