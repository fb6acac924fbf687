import type { Brief, ShutterType, Watched } from '../brief/brief.ts';
import type { SetBack } from '../plan/camera.ts';
import { cautionFor, type Caution } from '../plan/caution.ts';
import type { Plan } from '../plan/planBrief.ts';
import type { Budget, Carried } from './budget.ts';

/** One thing to do, with what it names. A null name means that there is none of its own. */
export type CheckItem =
  /** A lens without a name is its focal length, mm. */
  | { code: 'kit'; body: string | null; lens: string | number }
  | { code: 'batteries'; count: number }
  | { code: 'cards'; count: number; gb: number }
  | { code: 'set'; body: string | null; bits: number; shutter: ShutterType; ceilingIso: number; fixedIso?: number | undefined; stabiliser: boolean; darkFocus: boolean } // prettier-ignore
  | { code: 'venue' }
  | { code: 'meter'; light: string | null }
  | { code: 'flicker'; shutterS: number }
  | { code: 'look' }
  | { code: 'watch'; what: Watched }
  | { code: 'caution'; caution: NonNullable<Caution> }
  | { code: 'setBack'; what: SetBack }
  | { code: 'brighten'; title: string; thirds: number }
  | { code: 'copy'; frames: number }
  | { code: 'charge' }
  | { code: 'tally' };

/** Figures that may change without what is to be done becoming another thing. */
const PASSING: Partial<Record<CheckItem['code'], readonly string[]>> = { copy: ['frames'] };

/** What tells an item from others, so that a tick finds it again whatever its words are; capitals do not count. */
export function checkKey(item: CheckItem): string {
  const passing = PASSING[item.code] ?? [];
  const naming = Object.entries(item).filter(([name]) => name !== 'code' && !passing.includes(name));
  const named = JSON.stringify(Object.fromEntries(naming.sort(byName))).toLowerCase();
  return naming.length === 0 ? item.code : `${item.code} ${named}`;
}

const byName = ([a]: [string, unknown], [b]: [string, unknown]): number => (a < b ? -1 : 1);

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
  const asks = planned.some(({ brief: { place } }) => place === 'stage' || place === 'pit');
  return {
    before: distinct([
      ...planned.map(({ brief }) => kitItem(brief)),
      { code: 'batteries', count: carry.batteries },
      { code: 'cards', count: carry.cards, gb: carried.cardGb },
      ...planned.map((one) => setItem(one, carried)),
      ...(asks ? [{ code: 'venue' } as const] : []),
    ]),
    arrival: distinct([
      ...planned.map(({ brief: { light } }): CheckItem => ({ code: 'meter', light: light.label ?? null })),
      ...planned
        .filter(({ brief }) => brief.light.flicker.modulation > 0)
        .map(({ plan }): CheckItem => ({ code: 'flicker', shutterS: plan.choice.shutterS })),
      ...(planned.length > 0 ? [{ code: 'look' } as const] : []),
      ...planned.flatMap(({ brief: { watch = [] } }) => watch.map(({ what }): CheckItem => ({ code: 'watch', what }))),
      ...planned.flatMap(({ brief }): CheckItem[] => {
        const caution = cautionFor(brief);
        return caution ? [{ code: 'caution', caution }] : [];
      }),
    ]),
    afterwards: distinct([
      ...planned.flatMap(afterItems),
      { code: 'copy', frames: Math.round(frames) },
      { code: 'charge' },
      { code: 'tally' },
    ]),
  };
}

const kitItem = ({ kit: { sensor, lens } }: Brief): CheckItem => ({
  code: 'kit',
  body: sensor.label ?? null,
  lens: lens.label ?? lens.focalLengthMm,
});

/** How one body is set; two briefs of one body may each want their own. */
function setItem({ brief: { picture, kit }, plan: { camera, figures } }: PlannedBrief, { bits }: Carried): CheckItem {
  return {
    code: 'set',
    body: kit.sensor.label ?? null,
    // What the plan says is worth its place, and no more than is carried for.
    bits: Math.min(bits, camera.rawBits),
    shutter: picture.shutter ?? 'firstCurtain',
    ceilingIso: camera.ceilingIso,
    ...(camera.mode === 'manual' ? { fixedIso: camera.iso } : {}),
    stabiliser: kit.sensor.stabiliserStops > 0 || kit.lens.stabiliserStops > 0,
    darkFocus: figures.gates.focus !== 'open',
  };
}

/** What was set for a brief goes back afterwards; what was lifted is brightened. */
function afterItems({ brief, plan: { camera } }: PlannedBrief): CheckItem[] {
  const { what, brightenStops } = camera.setBack;
  const thirds = Math.round(3 * brightenStops);
  return [
    ...what.map((one): CheckItem => ({ code: 'setBack', what: one })),
    ...(thirds > 0 ? [{ code: 'brighten' as const, title: brief.title, thirds }] : []),
  ];
}

const distinct = (items: readonly CheckItem[]): CheckItem[] =>
  items.filter((item, i) => items.findIndex((other) => checkKey(other) === checkKey(item)) === i);
