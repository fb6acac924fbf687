import type { Brief } from '../plan/brief.ts';
import { cautionFor } from '../plan/cautions.ts';
import type { Plan } from '../plan/planBrief.ts';
import { isoWords, shutterWords, stopWords } from '../plan/words.ts';
import type { Budget, Carried } from './budget.ts';

/** One thing to do; the key tells items made here from the photographer's own, and survives a change of its words. */
export interface CheckItem {
  key: string;
  text: string;
}

export interface Checklists {
  before: CheckItem[];
  arrival: CheckItem[];
  afterwards: CheckItem[];
}

/** A brief of the outing with its plan in the light expected. */
export interface PlannedBrief {
  brief: Brief;
  plan: Pick<Plan, 'choice' | 'camera' | 'figures'>;
}

/** What to do before leaving, on arrival and afterwards, from what the briefs ask for; each thing once. */
export function checklistsFor(
  planned: readonly PlannedBrief[],
  carried: Carried,
  { carry, frames }: Pick<Budget, 'carry' | 'frames'>,
): Checklists {
  return {
    before: distinct([
      ...planned.flatMap(({ brief: { kit } }) => [
        item('kit', `${bodyName(kit)} and ${kit.lens.label ?? `the ${kit.lens.focalLengthMm} mm`}`),
      ]),
      item(
        'batteries',
        `${count(carry.batteries, 'battery', 'batteries')} charged, the spare ones in an inner pocket if it is cold`,
      ),
      item('cards', `${count(carry.cards, 'card', 'cards')} of ${carried.cardGb} GB, copied and emptied`),
      ...planned.map(({ brief, plan }) => cameraItem(brief, plan, carried)),
      ...(planned.some(({ brief }) => brief.place === 'stage' || brief.place === 'pit')
        ? [item('venue', 'Ask the venue: which songs may be photographed, from where, and must the shutter be silent')]
        : []),
    ]),
    arrival: distinct([
      ...planned.map(({ brief: { light } }) =>
        item('meter', `Read ${light.label ? lower(light.label) : 'the light'} at the subject, and the background`),
      ),
      ...planned
        .filter(({ brief }) => brief.light.flicker.modulation > 0)
        .map(({ plan }) =>
          item('flicker', `Take five frames at ${shutterWords(plan.choice.shutterS)} and compare them: do the lamps flicker?`),
        ),
      ...(planned.length > 0 ? [item('look', 'Look at the first frames at 100 %: shake, movement, focus or noise?')] : []),
      ...planned.flatMap(({ brief }) => {
        const caution = cautionFor(brief);
        return caution ? [item('caution', caution)] : [];
      }),
    ]),
    afterwards: distinct([
      ...planned.flatMap(afterItems),
      item('copy', `Copy the cards twice before emptying them; about ${Math.round(frames)} frames`),
      item('charge', 'Charge the batteries'),
      item('tally', 'Bring the tally back, and write down what the light read'),
    ]),
  };
}

/** How one body is set, in one line; two briefs of one body may each want their own. */
function cameraItem({ picture, kit }: Brief, { camera, figures }: PlannedBrief['plan'], { bits }: Carried): CheckItem {
  const [curtain] = camera.curtain.split(/[:,]/);
  const steady = kit.sensor.stabiliserStops > 0 || kit.lens.stabiliserStops > 0;
  const settings = [
    `raw of ${bits} bits`,
    `shutter ${lower(curtain!)}`,
    `auto ISO up to ${isoWords(Math.min(picture.isoCeiling, kit.sensor.maxIso)).slice(4)}`,
    ...(steady ? ['stabiliser on'] : []),
    ...(figures.gates.focus === 'open' ? [] : ['low-light autofocus on, and know how to set the distance by hand']),
  ];
  return item('set', `${bodyName(kit)}: ${settings.join(', ')}`);
}

const bodyName = ({ sensor }: Brief['kit']): string => sensor.label ?? 'The body';

/** What was set for a brief goes back afterwards; what was lifted is brightened. */
function afterItems({ brief, plan: { camera, choice } }: PlannedBrief): CheckItem[] {
  const [settings] = camera.setBack.split(';');
  return [
    ...settings!.split(/, | and /).map((what) => item('setBack', `Set back: ${what.trim()}`)),
    ...(choice.labels.lift === '0'
      ? []
      : [item('brighten', `Brighten the raws of ${brief.title} by ${stopWords(choice.labels.lift)}`)]),
  ];
}

const item = (kind: string, text: string): CheckItem => ({ key: `${kind}:${text}`, text });
const lower = (text: string): string => text.replace(/^[A-Z](?=[a-z])/, (c) => c.toLowerCase());
const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
const distinct = (items: readonly CheckItem[]): CheckItem[] =>
  items.filter(({ key }, i) => items.findIndex((other) => other.key === key) === i);
