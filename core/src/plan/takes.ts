import type { Brief, Pinned } from '../brief/brief.ts';
import { isoMarks, shutterMarks } from '../light/marks.ts';
import { movingThing } from '../motion/movingThings.ts';
import { viewedPixels } from '../optics/picture.ts';
import { AIMS } from './aims.ts';
import { dialledSetting, type DialledSetting } from './figures.ts';
import { BOUND_SLACK, type GateName } from './gates.ts';
import { otherSide, type Choice } from './hushPoint.ts';
import { choiceOf } from './schools.ts';
import { Situation } from './situation.ts';

/** Other ways of taking the same composition, in the order in which they are offered. */
export const TAKE_CODES = ['otherSide', 'still', 'frozen', 'streak', 'deep', 'safe', 'clean'] as const;
export type TakeCode = (typeof TAKE_CODES)[number];

/** One other take: what to set, and what it costs against the plan. */
export interface Take {
  code: TakeCode;
  choice: DialledSetting;
  /** The gate it keeps at any price, or gives up although it can be kept; null for takes that are not about one. */
  gate: { name: GateName; kept: boolean } | null;
  /** Halvings of detail less than the plan, of the same subject; null where it does something else. */
  halvings: number | null;
  /** How much grainier than the plan, as stops of ISO; below 0 cleaner. */
  grainStops: number;
  /** Smear of the subject, viewed px, and as a share of the picture height. */
  smearPx: number;
  smearShare: number;
  /** Chance that the burst holds one frame without shake. */
  burstChance: number;
}

/** A brief as it is planned, for takes to be made from. */
interface Planned {
  brief: Brief;
  situation: Situation;
  choice: Choice;
}

/** A brief that a take may be planned from, and the gate it is about. */
interface Made {
  brief: Brief;
  gate?: Take['gate'];
}

/** Every take: the briefs to plan it from, of which the first that works is taken. A new one is a row here and its words. */
const TAKES: Record<TakeCode, (planned: Planned) => Made[]> = {
  otherSide: atTheGate,
  still: ({ brief, situation }) =>
    when(situation.geometry.moves && freezes(brief) && !situation.geometry.motion.followed && brief.subject.kind !== 'nature', {
      ...brief,
      subject: { ...brief.subject, speedMps: stillMps(brief) },
    }),
  frozen: ({ brief, situation }) => when(situation.geometry.moves && !freezes(brief), withPicture(brief, { aim: 'freeze' })),
  streak: ({ brief, situation }) =>
    when(
      situation.geometry.moves && brief.picture.aim === 'freeze',
      withPicture({ ...brief, hold: { ...brief.hold, follow: false } }, { aim: 'streak', school: 'hush' }),
    ),
  deep: ({ brief, choice: { candidate } }) =>
    brief.picture.pinned.fNumber === null
      ? [2, 1].flatMap((stops) => {
          const fNumber = candidate.aperture.fNumber * 2 ** (stops / 2);
          return fNumber <= brief.kit.lens.narrowestF * 1.01 ? [{ brief: withPins(brief, { fNumber }) }] : [];
        })
      : [],
  safe: ({ brief, choice: { candidate } }) =>
    when(
      freezes(brief) &&
        brief.picture.pinned.shutterS === null &&
        candidate.shutter.shutterS / 2 >= brief.kit.sensor.fastestS * (1 - BOUND_SLACK),
      withPins(brief, { shutterS: candidate.shutter.shutterS / 2 }),
    ),
  clean: ({ brief }) =>
    when(
      freezes(brief) && brief.picture.pinned.iso === null && brief.picture.pinned.shutterS === null,
      withPicture(brief, { school: 'clean', cleanIso: brief.kit.sensor.baseIso }),
    ),
};

const when = (makesSense: boolean, brief: Brief): Made[] => (makesSense ? [{ brief }] : []);
const freezes = ({ picture }: Brief): boolean => AIMS[picture.aim].smearCosts;
const withPicture = (brief: Brief, change: Partial<Brief['picture']>): Brief => ({
  ...brief,
  picture: { ...brief.picture, ...change },
});
const withPins = (brief: Brief, pins: Partial<Pinned>): Brief =>
  withPicture(brief, { pinned: { ...brief.picture.pinned, ...pins } });

/** What lives is never quite still: m/s. Common practice. */
const BREATHING_MPS = 0.05;

/** The still phase of what moves: what its movement slows to, never faster than half of how it goes. */
function stillMps({ subject }: Brief): number {
  const still = movingThing(subject.thing)?.stillMps ?? (subject.kind === 'vehicle' ? 0 : BREATHING_MPS);
  return Math.min(still, subject.speedMps / 2);
}

/** Gates that may be kept or given up at a price, most easily given first. */
const AT_A_PRICE = ['focus', 'flicker', 'depth'] as const satisfies readonly GateName[];

/** Where a gate's last setting opens or closes, the answer on its other side. */
function atTheGate({ brief, situation, choice }: Planned): Made[] {
  if (brief.picture.school !== 'hush') return [];
  const { candidate, dear, relaxed } = choice;
  const ev100 = candidate.ev100;
  const made = (name: GateName, kept: boolean, other: Choice | null): Made[] => {
    if (!other || !leaps(other, choice)) return [];
    const { shutter, aperture } = other.candidate;
    return [{ brief: withPins(brief, { shutterS: shutter.shutterS, fNumber: aperture.fNumber }), gate: { name, kept } }];
  };
  if (dear) return made(dear, true, otherSide(situation, ev100, dear, true));
  for (const name of AT_A_PRICE) {
    const state = candidate.gates[name];
    const here = relaxed.includes(name)
      ? made(
          name,
          true,
          otherSide(
            situation.changed((b) => eased(b, name)),
            ev100,
            name,
            true,
          ),
        )
      : state === 'marginal'
        ? made(name, false, otherSide(situation, ev100, name, false))
        : [];
    if (here.length > 0) return here;
  }
  return [];
}

/** How near the edge a gate is looked at from its other side: the share by which what it measures is eased. */
const EDGE_SHARE = 0.05;

/** A brief for which a gate is a little easier to keep. */
function eased(brief: Brief, gate: (typeof AT_A_PRICE)[number]): Brief {
  const { subject, light, kit } = brief;
  switch (gate) {
    case 'depth':
      return { ...brief, subject: { ...subject, depthM: subject.depthM * (1 - EDGE_SHARE) } };
    case 'flicker': {
      const modulation = light.flicker.modulation * (1 - EDGE_SHARE);
      return { ...brief, light: { ...light, flicker: { ...light.flicker, modulation } } };
    }
    case 'focus': {
      const ev = kit.sensor.focusLimit.ev + Math.log2(1 - EDGE_SHARE);
      return { ...brief, kit: { ...kit, sensor: { ...kit.sensor, focusLimit: { ...kit.sensor.focusLimit, ev } } } };
    }
  }
}

const stopsApart = (a: number, b: number): number => Math.abs(Math.log2(a / b));

/** More than a stop apart in shutter or aperture: a small change of the brief would be seen as a leap. */
const leaps = ({ candidate: a }: Choice, { candidate: b }: Choice): boolean =>
  stopsApart(a.shutter.shutterS, b.shutter.shutterS) > 1 ||
  2 * stopsApart(a.aperture.fNumber, b.aperture.fNumber) > 1 ||
  a.gates.hold !== b.gates.hold;

const MOST_TAKES = 3;
/** Takes nearer to one another than this, stops of shutter, aperture and ISO together, are one. */
const ANOTHER_STOPS = 2 / 3 - 1e-6;

/** The brief that a take of another is planned from; null where that has no such take. */
export function briefOfTake(brief: Brief, code: TakeCode): Brief | null {
  const situation = new Situation(brief);
  return planned(code, { brief, situation, choice: choiceOf(situation, brief.light.ev100) })?.made.brief ?? null;
}

/**
 * Up to three other takes of the same composition, each possible and unlike the plan and one another. None where shutter, aperture and
 * ISO are all pinned: what is asked is known then.
 */
export function takesOf(brief: Brief): Take[] {
  const situation = new Situation(brief);
  return takesFor(situation, choiceOf(situation, brief.light.ev100));
}

/** The same for a situation and its choice. */
export function takesFor(situation: Situation, choice: Choice): Take[] {
  if (situation.evaluatesOnly) return [];
  const { brief } = situation;
  const setting = dialledSetting(situation, choice.candidate);
  const taken = [setting];
  const takes: Take[] = [];
  for (const code of TAKE_CODES) {
    if (takes.length === MOST_TAKES) break;
    const take = takeOf(code, { brief, situation, choice });
    if (!take || !worthIt(take, setting) || taken.some((other) => apart(other, take.choice) < ANOTHER_STOPS)) continue;
    takes.push(take);
    taken.push(take.choice);
  }
  return takes;
}

/** The first of a take's briefs that works; a gate that is kept by pins may be shut by a hair. */
function planned(code: TakeCode, plan: Planned): (Planned & { made: Made }) | null {
  for (const made of TAKES[code](plan)) {
    const situation = new Situation(made.brief);
    const choice = choiceOf(situation, plan.brief.light.ev100);
    if (choice.possible || made.gate) return { brief: made.brief, situation, choice, made };
  }
  return null;
}

function takeOf(code: TakeCode, plan: Planned): Take | null {
  const take = planned(code, plan);
  if (!take) return null;
  const { brief, situation, choice, made } = take;
  const { shutter, meteredIso } = choice.candidate;
  const bits = ({ situation: { detail }, choice: { candidate } }: Planned): number => Math.max(detail.bits(candidate), 1e-9);
  const alike = brief.picture.aim === plan.brief.picture.aim && code !== 'still';
  return {
    code,
    choice: dialledSetting(situation, choice.candidate),
    gate: made.gate ?? null,
    halvings: alike ? Math.log2(bits(plan) / bits(take)) : null,
    grainStops: Math.log2(meteredIso / plan.choice.candidate.meteredIso),
    smearPx: viewedPixels(shutter.smearMm, situation.picture),
    smearShare: shutter.smearMm / situation.picture.heightMm,
    burstChance: shutter.hands().burstChance,
  };
}

/** What a take is for has to come of it: a still subject a slower shutter, a clean picture a lower ISO for less than half of the detail. */
function worthIt({ code, choice, grainStops, halvings }: Take, plan: DialledSetting): boolean {
  switch (code) {
    case 'still':
      return shutterMarks.nearest(choice.shutterS) - shutterMarks.nearest(plan.shutterS) <= -2;
    case 'clean':
      return isoMarks.nearest(choice.iso) < isoMarks.nearest(plan.iso) && grainStops < -2 / 3 && (halvings ?? 0) < 1;
    default:
      return true;
  }
}

/** How far two settings are apart, stops: in shutter, aperture and ISO, whichever is most. */
const apart = (a: DialledSetting, b: DialledSetting): number =>
  Math.max(stopsApart(a.shutterS, b.shutterS), 2 * stopsApart(a.fNumber, b.fNumber), stopsApart(a.iso, b.iso));
