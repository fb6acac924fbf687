import { CAMERA_MODES, GATE_NAMES, type Plan } from '@hushto/core';
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
});

// A plan the core makes is a plan the API returns.
const asReply = (plan: Plan): z.infer<typeof PlanSchema> => plan;
void asReply;
