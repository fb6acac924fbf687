import {
  AIM_NAMES,
  BURST_FOR,
  CAMERA_MODES,
  FINISHES,
  FOCUS_CHOICES,
  FOCUS_OPTIONS,
  GATE_NAMES,
  SCHOOLS,
  SET_BACKS,
  TAKE_CODES,
  type Plan,
  type SchoolRow,
} from '@hushto/core';
import { z } from 'zod';
import { ProvenanceSchema } from './brief.ts';

const gateState = z.enum(['open', 'marginal', 'shut']);
const gates = z.object({
  freeze: gateState,
  hold: gateState,
  light: gateState,
  depth: gateState,
  flicker: gateState,
  focus: gateState,
});
const figure = z.number();

const setting = z.object({
  shutterS: figure,
  fNumber: figure,
  iso: figure,
  liftStops: figure,
  burst: z.number().int(),
  labels: z.object({ shutter: z.string(), aperture: z.string(), iso: z.string(), lift: z.string() }),
});

const edge = z.object({ distanceM: figure, smearViewPx: figure, softViewPx: figure });

const aim = z.enum(AIM_NAMES);
const stops = z.object({ stops: figure });

const remedy = z.discriminatedUnion('code', [
  stops.extend({ code: z.literal('light'), fromEv: figure }),
  stops.extend({ code: z.literal('isoCeiling'), iso: figure }),
  stops.extend({ code: z.literal('lift'), liftStops: figure }),
  stops.extend({ code: z.literal('wider'), focalLengthMm: figure }),
  stops.extend({ code: z.literal('fasterLens'), fNumber: figure }),
  stops.extend({ code: z.literal('filter'), why: z.enum(['everyMark', 'slowShutter']) }),
  stops.extend({ code: z.enum(['follow', 'brace', 'askStill', 'stillPhase', 'nearer', 'confidence', 'unpin', 'stop']) }),
]);

const smear = z.object({ aim, px: figure, share: figure });
const onward = z.object({ shutterS: figure.nullable(), iso: figure.nullable() });
const crisp = z.enum(['crisp', 'justPast', 'smeared']);

const change = z.discriminatedUnion('code', [
  z.object({ code: z.literal('tooBright'), remedy: remedy.nullable() }),
  z.object({
    code: z.literal('past'),
    smear: smear.nullable(),
    remedy: remedy.nullable(),
    shortStops: figure.nullable(),
  }),
  z.object({ code: z.literal('gaveWay'), gate: z.enum(['hold', 'depth', 'focus', 'flicker']) }),
  z.object({ code: z.literal('pastCrisp'), smear, crisp }),
  z.object({ code: z.literal('depthSoftens') }),
  z.object({ code: z.enum(['liftLimit', 'baseIso']), onward }),
  z.object({ code: z.literal('lift'), liftStops: figure }),
  z.object({ code: z.literal('isoCeiling'), liftFollows: z.boolean(), onward }),
  z.object({ code: z.literal('isoFalls'), roomStops: figure, smear }),
]);

const floor = z.object({ slowestS: figure, fastestS: figure, lost: figure }).nullable();

const against = z.object({
  hush: setting.extend({ lostGrain: figure, lostBlur: figure }),
  halvings: figure,
  blur: figure,
  grain: figure,
  floor,
  by: z.enum(['pins', 'cursor', 'moment', 'clean', 'depth']),
});

const from = ProvenanceSchema.nullable();
const impossible = z.object({ code: z.literal('impossible') });
const motion = z.object({ code: z.literal('motion'), px: figure });

/** Some codes stand for more than one shape, so these are told apart one after another. */
const reason = z.union([
  impossible.extend({ why: z.literal('tooBright'), pinned: z.boolean(), overStops: figure }),
  impossible.extend({ why: z.literal('tooDark'), pinned: z.literal(false), missingStops: figure }),
  impossible.extend({ why: z.literal('tooDark'), pinned: z.literal(true), liftStops: figure, allowedStops: figure }),
  impossible.extend({ why: z.literal('blocked'), pinned: z.boolean(), aim }),
  z.object({
    code: z.literal('relaxed'),
    gate: z.enum(GATE_NAMES).exclude(['light']),
    flickerStops: figure,
    burstChance: figure,
    dear: z.boolean(),
  }),
  z.object({ code: z.literal('against'), against }),
  z.object({ code: z.literal('still') }),
  motion.extend({
    wanted: z.null(),
    limbs: z.boolean(),
    pxPerS: figure,
    shutterS: figure,
    crisp,
    limbsPx: figure.nullable(),
    follow: z.discriminatedUnion('followed', [
      z.object({ followed: z.literal(true), backgroundPx: figure }),
      z.object({ followed: z.literal(false), crossingS: figure.nullable() }),
    ]),
  }),
  motion.extend({ wanted: z.object({ from: figure, to: figure }), aim, share: figure }),
  z.object({
    code: z.literal('pan'),
    shutterS: figure,
    streakShare: figure,
    trackingError: figure,
    residuePx: figure,
    singleChance: figure,
    burstChance: figure,
  }),
  z.object({ code: z.literal('light'), fNumber: figure, shutterS: figure, iso: figure, roomStops: figure, ceilingFrom: from }),
  z.object({
    code: z.literal('lift'),
    fNumber: figure,
    iso: figure,
    reachedS: figure,
    liftStops: figure,
    isoEquivalent: figure,
    ceilingFrom: from,
  }),
  z.object({
    code: z.literal('trade'),
    grainShare: figure,
    blurShare: figure,
    taste: z.object({ stops: figure, from: ProvenanceSchema }).nullable(),
  }),
  z.object({
    code: z.literal('hands'),
    how: z.enum(['none', 'limit', 'free']),
    confidence: figure,
    slowestS: figure.nullable(),
    frames: figure,
    from,
    testBuysStops: figure.nullable(),
    carriedFromMm: figure.nullable(),
  }),
  z.object({
    code: z.literal('depth'),
    nearM: figure,
    farM: figure.nullable(),
    neededM: figure,
    far: z.boolean(),
    approaching: z.boolean(),
  }),
  z.object({
    code: z.literal('shallow'),
    depthM: figure,
    narrower: z.object({ fNumber: figure, depthM: figure, grainStops: figure }).nullable(),
  }),
  z.object({ code: z.literal('opens'), lessEv: figure }),
  z.object({
    code: z.literal('pattern'),
    pitchMm: figure,
    distanceM: figure,
    verdict: z.enum(['resolved', 'beats', 'blends']),
    pitchPx: figure,
    contrast: figure,
    nearerM: figure.nullable(),
    fartherM: figure.nullable(),
    longerMm: figure.nullable(),
  }),
  z.object({ code: z.literal('fromLog'), speed: from, light: from }),
  z.object({ code: z.literal('focus'), headroomEv: figure, insteadEv: figure.nullable(), from }),
  z.object({
    code: z.literal('floor'),
    slowestS: figure,
    fastestS: figure,
    slower: z.enum(['softer', ...GATE_NAMES]).nullable(),
    faster: z.enum(['grainier', ...GATE_NAMES]).nullable(),
  }),
  z.object({
    code: z.literal('clips'),
    clipsStops: figure,
    heldIso: figure,
    lessLightStops: figure,
    remedies: z.array(z.enum(['turn', 'wait', 'reflect', 'silhouette'])),
  }),
  z.object({ code: z.literal('shadow'), stops: figure, liftedIso: figure, snr: figure }),
  z.object({ code: z.literal('grain'), snrSubject: figure, snrShadow: figure, finish: z.enum(FINISHES) }),
]);

const camera = z.object({
  mode: z.enum(CAMERA_MODES),
  shutterS: figure,
  fNumber: figure,
  iso: figure,
  ceilingIso: figure,
  meter: z.discriminatedUnion('code', [
    z.object({ code: z.literal('brightPhase'), upStops: figure, share: figure }),
    z.object({
      code: z.literal('floats'),
      stops: figure,
      isoFrom: figure,
      isoTo: figure,
      heldBackStops: figure,
      clipsStops: figure,
    }),
    z.object({ code: z.literal('offDial'), stops: figure, averagingStops: figure }),
    z.object({ code: z.enum(['reads', 'compensates']), stops: figure, channels: z.boolean() }),
  ]),
  focus: z.discriminatedUnion('code', [
    z.object({ code: z.enum(['byHand', 'zone']), distanceM: figure, nearM: figure, farM: figure.nullable() }),
    z.object({ code: z.enum(['following', 'onAnEdge', 'continuous', 'single', 'singleInstead']) }),
  ]),
  drive: z.discriminatedUnion('code', [
    z.object({ code: z.enum(['timer', 'single']) }),
    z.object({ code: z.literal('burst'), frames: figure, perSecond: figure }),
  ]),
  stabiliser: z.enum(['none', 'panning', 'notTheSubject', 'on']),
  curtain: z.discriminatedUnion('code', [
    z.object({ code: z.enum(['mechanical', 'mechanicalShakes', 'electronicFirst', 'mechanicalForDiscs']) }),
    z.object({ code: z.literal('electronic'), bands: figure.nullable(), leanPx: figure.nullable() }),
  ]),
  focusOptions: z.array(z.enum(FOCUS_OPTIONS)),
  rawBits: z.union([z.literal(12), z.literal(14)]),
  setBack: z.object({ what: z.array(z.enum(SET_BACKS)), brightenStops: figure }),
});

const take = z.object({
  code: z.enum(TAKE_CODES),
  choice: setting,
  gate: z.object({ name: z.enum(GATE_NAMES), kept: z.boolean() }).nullable(),
  halvings: figure.nullable(),
  grainStops: figure,
  smearPx: figure,
  smearShare: figure,
  burstChance: figure,
});

const said = { say: z.string() };

/** A plan, as facts. */
export const PlanSchema = z.object({
  choice: setting,
  figures: z.object({
    subjectBlurMm: figure,
    toleranceMm: figure,
    subjectBlurViewPx: figure,
    holdProbability: figure,
    burstProbability: figure,
    burstFor: z.enum(BURST_FOR),
    snr: figure,
    snrViewed: figure,
    snrSubject: figure,
    snrShadow: figure,
    detailBits: figure,
    detailKept: figure,
    lostGrain: figure,
    lostBlur: figure,
    nearM: figure,
    farM: figure.nullable(),
    hyperfocalM: figure,
    focusHeadroomEv: figure,
    focusing: z.object({ mode: z.enum(FOCUS_CHOICES), instead: z.boolean() }),
    flickerStops: figure,
    highlightStops: figure,
    heldBackStops: figure,
    compensationStops: figure,
    isoEquivalent: figure,
    overStops: figure,
    plateau: floor,
    smearShare: figure,
    limbs: z.object({ factor: figure, smearViewPx: figure }).nullable(),
    edges: z.object({ near: edge, far: edge }).nullable(),
    pan: z.object({ streakShare: figure, trackingError: figure, residueViewPx: figure }).nullable(),
    rolling: z.object({ skewViewPx: figure, bands: figure }).nullable(),
    gates,
  }),
  curve: z.array(
    z.object({
      shutterS: figure,
      fNumber: figure,
      iso: figure,
      liftStops: figure,
      lostGrain: figure,
      lostBlur: figure,
      subjectBlurViewPx: figure,
      burstProbability: figure,
      gates,
    }),
  ),
  gateRows: z.array(z.object({ shutterS: figure, fNumber: figure, gates })),
  ladder: z.array(
    setting.extend({
      evFrom: figure,
      evTo: figure,
      change,
      state: z.enum(['works', 'edge', 'relaxed', 'past']),
      now: z.boolean(),
    }),
  ),
  takes: z.array(take),
  camera,
  reasons: z.array(reason),
  relaxed: z.array(z.enum(GATE_NAMES)),
  possible: z.boolean(),
  remedies: z.array(remedy),
  anyway: z.array(z.object({ gate: z.enum(GATE_NAMES), how: z.enum(['usable', 'soft', 'lost']) })),
  against: against.nullable(),
  liftOrIso: z.object({
    wins: z.enum(['iso', 'either', 'yours']),
    freeFromIso: figure,
    headroomStops: figure,
    firstStopCost: figure,
    wantedIso: figure,
    atBase: z.boolean(),
    bright: z.enum(['background', 'phases', 'channels']).nullable(),
  }),
});

const lines = z.object({
  mode: z.string(),
  meter: z.string(),
  focus: z.string(),
  options: z.string(),
  drive: z.string(),
  stabiliser: z.string(),
  curtain: z.string(),
  raw: z.string(),
  setBack: z.string(),
});
const withSay = <Shape extends z.ZodType>(schema: Shape) => schema.and(z.object(said));

/** The plan as the API returns it: the facts, each with its sentence beside it. */
export const SaidPlanSchema = PlanSchema.extend({
  ladder: z.array(PlanSchema.shape.ladder.element.extend(said)),
  takes: z.array(take.extend({ ...said, label: z.string() })),
  camera: camera.extend({ say: lines }),
  reasons: z.array(withSay(reason)),
  remedies: z.array(withSay(remedy)),
  anyway: z.array(PlanSchema.shape.anyway.element.extend(said)),
  against: against.extend(said).nullable(),
  liftOrIso: PlanSchema.shape.liftOrIso.extend(said),
});

export type SaidPlan = z.infer<typeof SaidPlanSchema>;

/** What every school would choose, as facts. */
export const SchoolsSchema = z.array(
  z.object({
    school: z.enum(SCHOOLS),
    choice: setting,
    lostGrain: figure,
    lostBlur: figure,
    halvings: figure,
    gates,
    relaxed: z.array(z.enum(GATE_NAMES)),
    possible: z.boolean(),
  }),
);
/** The same with each school's name and when people prefer it. */
export const SaidSchoolsSchema = z.array(SchoolsSchema.element.extend({ label: z.string(), says: z.string() }));

export type SaidSchools = z.infer<typeof SaidSchoolsSchema>;

// What the core makes is what the API returns, and the reverse: a figure that stands on one side alone does not compile.
type Exactly<A, B> = (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false;
type Plain<T> = T extends readonly (infer Item)[] ? Plain<Item>[] : T extends object ? { [Key in keyof T]: Plain<T[Key]> } : T;
const plansAgree: Exactly<Plain<z.infer<typeof PlanSchema>>, Plain<Plan>> = true;
const schoolsAgree: Exactly<Plain<z.infer<typeof SchoolsSchema>>, Plain<SchoolRow[]>> = true;
void plansAgree;
void schoolsAgree;
