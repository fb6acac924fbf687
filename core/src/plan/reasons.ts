import type { Provenance } from '../brief/brief.ts';
import { shutterMarks } from '../light/marks.ts';
import { viewedPixels } from '../optics/picture.ts';
import type { AgainstHush } from './against.ts';
import { AIMS, type Aim } from './aims.ts';
import type { Figures } from './figures.ts';
import type { GateName } from './gates.ts';
import type { Choice } from './hushPoint.ts';
import type { Candidate, Situation } from './situation.ts';

/** One reason of a plan: what it is about, and every number that its sentence names. Lengths in viewed px, times in s, light in stops. */
export type Reason =
  | Impossible
  | { code: 'relaxed'; gate: GivenWay; flickerStops: number; burstChance: number }
  | { code: 'against'; against: AgainstHush }
  | { code: 'still' }
  | Motion
  | Pan
  | { code: 'light'; fNumber: number; shutterS: number; iso: number; roomStops: number; ceilingFrom: Provenance | null }
  | { code: 'lift'; fNumber: number; iso: number; reachedS: number; liftStops: number; isoEquivalent: number; ceilingFrom: Provenance | null } // prettier-ignore
  | Trade
  | Hands
  | { code: 'depth'; nearM: number; farM: number | null; neededM: number; far: boolean; approaching: boolean }
  | { code: 'focus'; headroomEv: number }
  | { code: 'plateau'; slowestS: number; fastestS: number }
  | { code: 'grain'; snrSubject: number; snrShadow: number };

/** Why nothing works. `pinned` where shutter, aperture and ISO were all given. */
type Impossible = { code: 'impossible' } & (
  | { why: 'tooBright'; pinned: boolean; overStops: number }
  | { why: 'tooDark'; pinned: false; missingStops: number }
  | { why: 'tooDark'; pinned: true; liftStops: number; allowedStops: number }
  | { why: 'blocked'; pinned: boolean; aim: Aim }
);

/** How far the subject smears: a rate and a length where it should not, a share of the height where it should. */
type Motion = { code: 'motion'; px: number } & (
  | { wanted: null; limbs: boolean; pxPerS: number; shutterS: number; crisp: Crispness; limbsPx: number | null }
  | { wanted: { from: number; to: number }; aim: Aim; share: number }
);
export type Crispness = 'crisp' | 'justPast' | 'smeared';

interface Pan {
  code: 'pan';
  shutterS: number;
  streakShare: number;
  trackingError: number;
  residuePx: number;
  singleChance: number;
  burstChance: number;
}

/** Which of the two disturbances costs more, halvings; and what two thirds of a stop towards the other would smear, px, where that is a choice. */
interface Trade {
  code: 'trade';
  lostGrain: number;
  lostBlur: number;
  leads: 'grain' | 'blur';
  other: { shutterS: number; px: number } | null;
  taste: { stops: number; from: Provenance } | null;
}

interface Hands {
  code: 'hands';
  /** Whether they hold nothing, set the pace, or are no limit. */
  how: 'none' | 'limit' | 'free';
  confidence: number;
  slowestS: number | null;
  frames: number;
  from: Provenance | null;
}

const MOST_REASONS = 4;

/** Why the plan is what it is: three or four reasons, most important first. */
export function reasonsFor(situation: Situation, choice: Choice, figures: Figures, against: AgainstHush | null): Reason[] {
  const { candidate } = choice;
  const handsAreTheLimit = figures.pan === null && handsRoomStops(situation, candidate) < 1;
  const all = [
    impossible(situation, choice),
    against && { code: 'against' as const, against },
    ...relaxed(choice, figures),
    motion(situation, candidate, figures),
    light(situation, candidate),
    trade(situation, candidate, figures),
    handsAreTheLimit ? hands(situation, candidate) : null,
    depth(situation, figures),
    focus(candidate),
    plateau(figures),
    handsAreTheLimit || figures.pan ? null : hands(situation, candidate),
    { code: 'grain' as const, snrSubject: figures.snrSubject, snrShadow: figures.snrShadow },
  ];
  const said = all.filter((reason) => reason !== null);
  const first = said.slice(0, MOST_REASONS);
  // What the user's own tests changed is always said: it takes the last place where it would have fallen off.
  const own = said.slice(MOST_REASONS).find(({ code }) => code === 'hands');
  return situation.brief.hold.tested?.from && own ? [...first.slice(0, -1), own] : first;
}

function impossible(situation: Situation, { candidate, possible, reason }: Choice): Reason | null {
  if (possible) return null;
  const pinned = situation.evaluatesOnly;
  const { aim, liftCeilingStops } = situation.brief.picture;
  switch (reason) {
    case 'none':
      return null;
    case 'tooBright': {
      const overStops = pinned ? candidate.overStops : Math.log2(situation.isoRange.from / candidate.meteredIso);
      return { code: 'impossible', why: 'tooBright', pinned, overStops };
    }
    case 'tooDark':
      return pinned
        ? { code: 'impossible', why: 'tooDark', pinned, liftStops: candidate.liftStops, allowedStops: liftCeilingStops }
        : {
            code: 'impossible',
            why: 'tooDark',
            pinned,
            missingStops: Math.max(1 / 3, candidate.liftStops - liftCeilingStops),
          };
    case 'blocked':
      return { code: 'impossible', why: 'blocked', pinned, aim };
  }
}

/** Light never gives way while something works. */
type GivenWay = Exclude<GateName, 'light'>;

/** Gates that gave way; that hands do in a pan, its own reason says. */
function relaxed({ relaxed: gates, possible }: Choice, { flickerStops, burstProbability, pan }: Figures): Reason[] {
  if (!possible) return [];
  return gates
    .filter((gate): gate is GivenWay => gate !== 'light' && !(gate === 'hold' && pan))
    .map((gate) => ({ code: 'relaxed', gate, flickerStops, burstChance: burstProbability }));
}

/** Smears, viewed px, that still look crisp, and just past it. */
const CRISP_PX = 2.05;
const JUST_PAST_PX = 4.1;

const crispnessOf = (px: number): Crispness => (px <= CRISP_PX ? 'crisp' : px <= JUST_PAST_PX ? 'justPast' : 'smeared');

function motion(situation: Situation, { shutter: { shutterS } }: Candidate, figures: Figures): Reason {
  const { brief, picture } = situation;
  const { pan, limbs, subjectBlurViewPx: px } = figures;
  if (!situation.geometry.moves) return { code: 'still' };
  if (pan) {
    const { streakShare, trackingError, residueViewPx } = pan;
    const [singleChance, burstChance] = [figures.holdProbability, figures.burstProbability];
    return { code: 'pan', shutterS, streakShare, trackingError, residuePx: residueViewPx, singleChance, burstChance };
  }
  const { aim } = brief.picture;
  const { wanted } = AIMS[aim];
  if (wanted) return { code: 'motion', px, wanted, aim, share: figures.smearShare };
  return {
    code: 'motion',
    px,
    wanted: null,
    limbs: brief.subject.limbFactor > 1,
    pxPerS: viewedPixels(situation.geometry.smearRateMmPerS, picture),
    shutterS,
    crisp: crispnessOf(px),
    limbsPx: limbs && limbs.smearViewPx > 4 ? limbs.smearViewPx : null,
  };
}

function light({ brief, isoRange }: Situation, candidate: Candidate): Reason {
  const { aperture, shutter, liftStops, cameraIso: iso, meteredIso } = candidate;
  const { fNumber } = aperture;
  const { shutterS } = shutter;
  const ceilingFrom = brief.picture.isoCeilingFrom ?? null;
  if (liftStops > 0.1)
    return { code: 'lift', fNumber, iso, reachedS: shutterS * 2 ** liftStops, liftStops, isoEquivalent: meteredIso, ceilingFrom };
  return { code: 'light', fNumber, shutterS, iso, roomStops: Math.log2(isoRange.to / iso), ceilingFrom };
}

function trade(situation: Situation, candidate: Candidate, { lostGrain, lostBlur }: Figures): Reason {
  const { brief, picture } = situation;
  const { tasteStops, tasteFrom, aim, school } = brief.picture;
  const leads = lostGrain >= lostBlur ? 'grain' : 'blur';
  const otherS = shutterMarks.value(shutterMarks.nearest(candidate.shutter.shutterS) + (leads === 'grain' ? -2 : 2));
  const chosen = situation.geometry.moves && AIMS[aim].smearCosts && school === 'hush';
  return {
    code: 'trade',
    lostGrain,
    lostBlur,
    leads,
    other: chosen ? { shutterS: otherS, px: viewedPixels(situation.geometry.smearRateMmPerS * otherS, picture) } : null,
    taste: tasteFrom ? { stops: tasteStops, from: tasteFrom } : null,
  };
}

const slowestHeld = (situation: Situation) => situation.marks.shutters.find((option) => option.hands().hold === 'open');

/** Stops by which the slowest shutter the hands hold is slower than the candidate's; below zero when they hold none as slow. */
function handsRoomStops(situation: Situation, { shutter, gates }: Candidate): number {
  const slowest = slowestHeld(situation);
  return gates.hold !== 'open' || !slowest ? -1 : Math.log2(slowest.shutterS / shutter.shutterS);
}

function hands(situation: Situation, candidate: Candidate): Reason {
  const slowest = slowestHeld(situation);
  const { tested } = situation.brief.hold;
  const none = candidate.gates.hold !== 'open' || !slowest;
  return {
    code: 'hands',
    how: none ? 'none' : handsRoomStops(situation, candidate) < 1 ? 'limit' : 'free',
    confidence: situation.brief.picture.confidence,
    slowestS: slowest?.shutterS ?? null,
    frames: slowest?.hands().frames ?? 0,
    from: tested?.from ?? null,
  };
}

function depth({ brief, geometry: { depthM } }: Situation, { gates, nearM, farM }: Figures): Reason | null {
  if (depthM === 0 || gates.depth === 'open') return null;
  return {
    code: 'depth',
    nearM,
    farM,
    neededM: depthM,
    far: gates.depth === 'shut',
    approaching: depthM > brief.subject.depthM + 0.005,
  };
}

function focus({ focusHeadroomEv, gates }: Candidate): Reason | null {
  return gates.focus === 'open' ? null : { code: 'focus', headroomEv: focusHeadroomEv };
}

/** A floor narrower than this, stops, is no news. */
const WIDE_STOPS = 0.6;

function plateau({ plateau: run }: Figures): Reason | null {
  return !run || Math.log2(run.slowestS / run.fastestS) < WIDE_STOPS ? null : { code: 'plateau', ...run };
}
