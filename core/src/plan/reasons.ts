import type { Brief, Finish, Provenance } from '../brief/brief.ts';
import { DEFAULT_SLOPE, UNTESTED_SPREAD_STOPS } from '../motion/hands.ts';
import { backgroundRateMmPerS, crossingTimeS } from '../motion/subject.ts';
import { apertureMarks } from '../light/marks.ts';
import { depthOfField } from '../optics/depthOfField.ts';
import { viewedPixels } from '../optics/picture.ts';
import type { AgainstHush } from './against.ts';
import { AIMS, type Aim } from './aims.ts';
import { clippingOf, shadowOf, type Clipping, type Shadow } from './contrast.ts';
import type { Figures } from './figures.ts';
import { continuousCostEv } from './focus.ts';
import type { GateName } from './gates.ts';
import { carriedDoublings, sureStops } from './handsOfBrief.ts';
import { passes, type Choice } from './hushPoint.ts';
import type { Candidate, Situation } from './situation.ts';
import { patternOf, type PatternReason } from './watch.ts';

/** One reason of a plan: what it is about, and every number that its sentence names. Lengths in viewed px, times in s, light in stops. */
export type Reason =
  | Impossible
  | { code: 'relaxed'; gate: GivenWay; flickerStops: number; burstChance: number; dear: boolean }
  | { code: 'against'; against: AgainstHush }
  | { code: 'still' }
  | Motion
  | Pan
  | { code: 'light'; fNumber: number; shutterS: number; iso: number; roomStops: number; ceilingFrom: Provenance | null }
  | { code: 'lift'; fNumber: number; iso: number; reachedS: number; liftStops: number; isoEquivalent: number; ceilingFrom: Provenance | null } // prettier-ignore
  | Trade
  | Hands
  | { code: 'depth'; nearM: number; farM: number | null; neededM: number; far: boolean; approaching: boolean }
  | { code: 'shallow'; depthM: number; narrower: { fNumber: number; depthM: number; grainStops: number } | null }
  | { code: 'opens'; lessEv: number }
  | ({ code: 'pattern' } & PatternReason)
  | { code: 'fromLog'; speed: Provenance | null; light: Provenance | null }
  | { code: 'focus'; headroomEv: number; insteadEv: number | null; from: Provenance | null }
  | FloorReason
  | ({ code: 'clips' } & Clipping)
  | ({ code: 'shadow' } & Shadow)
  /** As the camera takes it, and what is made of it at the desk. */
  | { code: 'grain'; snrSubject: number; snrShadow: number; finish: Finish };

/** Why nothing works. `pinned` where shutter, aperture and ISO were all given. */
type Impossible = { code: 'impossible' } & (
  | { why: 'tooBright'; pinned: boolean; overStops: number }
  | { why: 'tooDark'; pinned: false; missingStops: number }
  | { why: 'tooDark'; pinned: true; liftStops: number; allowedStops: number }
  | { why: 'blocked'; pinned: boolean; aim: Aim }
);

/** How far the subject smears: a rate and a length where it should not, a share of the height where it should. */
type Motion = { code: 'motion'; px: number } & (
  | {
      wanted: null;
      limbs: boolean;
      pxPerS: number;
      shutterS: number;
      crisp: Crispness;
      limbsPx: number | null;
      follow: Following;
    }
  | { wanted: { from: number; to: number }; aim: Aim; share: number }
);
/** Whether the camera turns with it, and then how far the background smears, viewed px; else in how long it crosses the frame, s, where that is soon. */
export type Following = { followed: true; backgroundPx: number } | { followed: false; crossingS: number | null };
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

/** What looks alike: the run of shutters within a tenth of the best, and what ends it on either side. */
interface FloorReason {
  code: 'floor';
  slowestS: number;
  fastestS: number;
  /** Slower is softer, or fails a gate; faster is grainier, or fails one; null where the marks end. */
  slower: 'softer' | GateName | null;
  faster: 'grainier' | GateName | null;
}

/** Shares of the detail: what grain takes of it, and what blur takes of the rest. */
interface Trade {
  code: 'trade';
  grainShare: number;
  blurShare: number;
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
  /** Stops that a test would buy, where they are the starting value, a guess; null where they are tested or given. */
  testBuysStops: number | null;
  /** The focal length a test was carried from, mm, where that is too far to be sure. */
  carriedFromMm: number | null;
}

const MOST_REASONS = 6;

/** Why the plan is what it is: at most six reasons, most important first. */
export function reasonsFor(situation: Situation, choice: Choice, figures: Figures, against: AgainstHush | null): Reason[] {
  const { candidate } = choice;
  const handsAreTheLimit = figures.pan === null && handsSetThePace(situation, candidate);
  const all = [
    impossible(situation, choice),
    against && { code: 'against' as const, against },
    ...relaxed(choice, figures),
    motion(situation, candidate, figures),
    floorReason(situation, choice),
    found('clips', clippingOf(situation, candidate)),
    light(situation, candidate),
    found('shadow', shadowOf(situation, candidate)),
    trade(situation, figures),
    fromLog(situation.brief),
    handsAreTheLimit ? hands(situation, candidate) : null,
    depth(situation, figures),
    focus(situation, candidate),
    found('pattern', patternOf(situation, candidate)),
    opens(situation, candidate),
    shallow(situation, choice, figures),
    handsAreTheLimit || figures.pan ? null : hands(situation, candidate),
    {
      code: 'grain' as const,
      snrSubject: figures.snrSubject,
      snrShadow: figures.snrShadow,
      finish: situation.brief.picture.finish ?? ('plain' as const),
    },
  ];
  const said = all.filter((reason) => reason !== null);
  const first = said.slice(0, MOST_REASONS);
  // What the user's own tests and frames changed is always said: it takes the last places where it would have fallen off.
  const tested = situation.brief.hold.tested?.from;
  const own = said.slice(MOST_REASONS).filter(({ code }) => code === 'fromLog' || (code === 'hands' && tested));
  return [...first.slice(0, MOST_REASONS - own.length), ...own];
}

/** What the brief took over from the log and nothing else speaks of. */
function fromLog({ subject, light: { ev100, ev100From } }: Brief): Reason | null {
  const speed = (subject.speedMps > 0 && subject.speedFrom?.frames) || null;
  const light = ev100From?.ev100 === ev100 ? ev100From : null;
  return speed || light ? { code: 'fromLog', speed, light: light && provenanceOf(light) } : null;
}

const provenanceOf = ({ seriesId, count, day }: Provenance): Provenance => ({ seriesId, count, day });

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
function relaxed({ relaxed: gates, possible, dear }: Choice, { flickerStops, burstProbability, pan }: Figures): Reason[] {
  if (!possible) return [];
  return gates
    .filter((gate): gate is GivenWay => gate !== 'light' && !(gate === 'hold' && pan))
    .map((gate) => ({ code: 'relaxed', gate, flickerStops, burstChance: burstProbability, dear: gate === dear }));
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
    follow: followingOf(situation, shutterS),
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

/** A subject that crosses the frame sooner than this, s, is better followed. Ours. */
const CROSSES_SOON_S = 1;

function followingOf({ brief, picture, geometry }: Situation, shutterS: number): Following {
  const focal = brief.kit.lens.focalLengthMm;
  const { motion } = geometry;
  if (motion.followed)
    return { followed: true, backgroundPx: viewedPixels(backgroundRateMmPerS(motion, focal) * shutterS, picture) };
  const crossingS = crossingTimeS(motion, focal, picture.widthMm);
  return { followed: false, crossingS: crossingS < CROSSES_SOON_S ? crossingS : null };
}

/** A fact as a reason, where there is one. */
const found = <Code extends 'clips' | 'shadow' | 'pattern', Fact extends object>(code: Code, fact: Fact | null) =>
  fact && { code, ...fact };

function trade({ brief }: Situation, { lostGrain, lostBlur }: Figures): Reason {
  const { tasteStops, tasteFrom } = brief.picture;
  return {
    code: 'trade',
    grainShare: Math.max(0, 1 - 2 ** -lostGrain),
    blurShare: Math.max(0, 1 - 2 ** -lostBlur),
    taste: tasteFrom ? { stops: tasteStops, from: tasteFrom } : null,
  };
}

/** What ends the floor that a choice stands on; nothing is said of one that pins or a school left. */
function floorReason(situation: Situation, { floor, candidate, dear, relaxed: gaveWay }: Choice): Reason | null {
  if (!floor || dear || situation.marks.allowed.length === 1) return null;
  const { allowed } = situation.marks;
  const given = [...situation.waived, ...gaveWay];
  const gateAt = (i: number): GateName | 'none' | null => {
    const shutter = allowed[i];
    if (!shutter) return null;
    const row = situation.candidatesAt(shutter, candidate.ev100);
    if (row.some((other) => !other.overExposed && passes(other, given))) return 'none';
    // The same aperture fails by the gate that asks for attention first.
    const beyond = row[candidate.aperture.index]!;
    return FAILS_FIRST.find((gate) => !given.includes(gate) && fails(beyond, gate)) ?? 'none';
  };
  const [slower, faster] = [gateAt(floor.from - 1), gateAt(floor.to + 1)];
  return {
    code: 'floor',
    slowestS: floor.slowestS,
    fastestS: floor.fastestS,
    slower: slower === 'none' ? 'softer' : slower,
    faster: faster === 'none' ? 'grainier' : faster,
  };
}

const FAILS_FIRST = ['light', 'freeze', 'hold', 'flicker', 'depth', 'focus'] as const satisfies readonly GateName[];
const fails = ({ gates, overExposed }: Candidate, gate: GateName): boolean =>
  (gate === 'hold' ? gates.hold !== 'open' : gates[gate] === 'shut') || (gate === 'light' && overExposed);

const slowestHeld = (situation: Situation) => situation.marks.shutters.find((option) => option.hands().hold === 'open');

/** Whether the hands are what forbids a slower shutter: the subject would still pass there, and they do not. */
function handsSetThePace({ marks }: Situation, { shutter, gates }: Candidate): boolean {
  if (gates.hold !== 'open') return true;
  const slower = marks.allowed.find(({ index }) => index === shutter.index - 1);
  return slower !== undefined && slower.hands().hold !== 'open' && slower.freeze !== 'shut';
}

/** How well a usual test knows hands, stops: its 90 % interval is about one stop wide. */
const TESTED_SPREAD_STOPS = 0.3;

/** How much slower tested hands may go than untested ones that are as steady, stops: what is known need not be guarded against. */
function testBuys({ hold, picture: { confidence } }: Brief): number {
  const slope = hold.slope ?? DEFAULT_SLOPE;
  return sureStops(confidence, slope, TESTED_SPREAD_STOPS) - sureStops(confidence, slope, UNTESTED_SPREAD_STOPS);
}

function hands(situation: Situation, candidate: Candidate): Reason {
  const slowest = slowestHeld(situation);
  const { tested } = situation.brief.hold;
  const none = candidate.gates.hold !== 'open' || !slowest;
  return {
    code: 'hands',
    how: none ? 'none' : handsSetThePace(situation, candidate) ? 'limit' : 'free',
    confidence: situation.brief.picture.confidence,
    slowestS: slowest?.shutterS ?? null,
    frames: slowest?.hands().frames ?? 0,
    from: tested?.from ?? null,
    testBuysStops: !tested && situation.brief.hold.theta === null ? testBuys(situation.brief) : null,
    carriedFromMm: tested && carriedDoublings(tested, situation.brief.kit.lens.focalLengthMm) > 0 ? tested.focalLengthMm! : null,
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

/** Depth of field under which the plane of focus is a decision of its own, m. */
const SHALLOW_M = 0.1;

/** A depth of field of centimetres: its length, and what a stop down would give and cost. */
function shallow(situation: Situation, { candidate }: Choice, { nearM, farM }: Figures): Reason | null {
  if (farM === null || farM - nearM >= SHALLOW_M) return null;
  const { apertures } = situation.marks;
  const narrower = apertures[candidate.aperture.index + 3];
  if (!narrower) return { code: 'shallow', depthM: farM - nearM, narrower: null };
  const { brief, picture } = situation;
  const stopped = depthOfField(brief.kit.lens.focalLengthMm, narrower.fNumber, picture.toleranceMm, brief.subject.distanceM);
  const { meteredIso } = situation.exposure(candidate.shutter, narrower, candidate.ev100);
  return {
    code: 'shallow',
    depthM: farM - nearM,
    narrower: {
      fNumber: narrower.fNumber,
      depthM: (stopped.farM ?? Infinity) - stopped.nearM,
      grainStops: Math.log2(meteredIso / candidate.meteredIso),
    },
  };
}

/** Whether it matters that the lens opens to focus: stopped down, autofocus would be at its limit. */
function opens({ brief: { kit } }: Situation, { aperture, focusing, gates }: Candidate): Reason | null {
  if (!kit.lens.opensToFocus || gates.focus !== 'open' || focusing.mode === 'zone' || focusing.mode === 'manual') return null;
  const lessEv = 2 * Math.log2(aperture.fNumber / apertureMarks.value(apertureMarks.nearest(kit.lens.widestF)));
  return lessEv > 0.1 && focusing.headroomEv - lessEv < 1 ? { code: 'opens', lessEv } : null;
}

function focus({ brief: { kit } }: Situation, { focusing: { headroomEv, instead }, gates }: Candidate): Reason | null {
  if (gates.focus === 'open' && !instead) return null;
  const from = kit.sensor.focusTested?.from ?? null;
  return { code: 'focus', headroomEv, insteadEv: instead ? continuousCostEv(kit.sensor) : null, from };
}
