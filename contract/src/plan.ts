import { CAMERA_MODES, GATE_NAMES, SCHOOLS, type Plan, type SchoolRow } from '@hushto/core';
import { z } from 'zod';

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

/** The plan as the API returns it. */
export const PlanSchema = z.object({
  choice: setting,
  figures: z.object({
    subjectBlurMm: figure,
    toleranceMm: figure,
    subjectBlurViewPx: figure,
    holdProbability: figure,
    burstProbability: figure,
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
    flickerStops: figure,
    highlightStops: figure,
    compensationStops: figure,
    isoEquivalent: figure,
    overStops: figure,
    plateau: z.object({ slowestS: figure, fastestS: figure }).nullable(),
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
      change: z.string(),
      say: z.string(),
      state: z.enum(['works', 'edge', 'relaxed', 'past']),
      now: z.boolean(),
    }),
  ),
  camera: z.object({
    mode: z.enum(CAMERA_MODES),
    say: z.string(),
    meter: z.string(),
    focus: z.string(),
    drive: z.string(),
    stabiliser: z.string(),
    curtain: z.string(),
    raw: z.string(),
    setBack: z.string(),
  }),
  reasons: z.array(z.object({ code: z.string(), say: z.string() })),
  relaxed: z.array(z.enum(GATE_NAMES)),
  possible: z.boolean(),
  remedies: z.array(z.object({ code: z.string(), stops: figure, say: z.string() })),
  against: z
    .object({
      hush: setting.extend({ lostGrain: figure, lostBlur: figure }),
      halvings: figure,
      blur: figure,
      grain: figure,
      say: z.string(),
    })
    .nullable(),
  liftOrIso: z.object({
    wins: z.enum(['iso', 'either']),
    freeFromIso: figure,
    headroomStops: figure,
    firstStopCost: figure,
    say: z.string(),
  }),
});

/** What every school would choose. */
export const SchoolsSchema = z.array(
  z.object({
    school: z.enum(SCHOOLS),
    label: z.string(),
    says: z.string(),
    choice: setting,
    lostGrain: figure,
    lostBlur: figure,
    halvings: figure,
    gates,
    relaxed: z.array(z.enum(GATE_NAMES)),
    possible: z.boolean(),
  }),
);

// A plan the core makes is a plan the API returns.
const asReply = (plan: Plan): z.infer<typeof PlanSchema> => plan;
const asSchools = (rows: SchoolRow[]): z.infer<typeof SchoolsSchema> => rows;
void asReply;
void asSchools;
