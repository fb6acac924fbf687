import fc from 'fast-check';
import { apertureMarks, type Brief } from '@hushto/core';

/** The worked example: porters in a night market, 28 mm-equivalent lens. */
export function exampleBrief(): Brief {
  return {
    title: 'Ferry Steps market',
    subject: { speedMps: 1.6, limbFactor: 1, directionDeg: 90, distanceM: 4, depthM: 0.4, tone: 0.18, frameFill: 0.3 },
    light: { ev100: 4, background: { tone: 0.18, stops: 0 }, flicker: { frequencyHz: 100, modulation: 0 } },
    kit: {
      sensor: {
        widthMm: 23.5,
        heightMm: 15.6,
        megapixels: 24,
        baseIso: 100,
        maxIso: 51200,
        wellPerUm2: 2500,
        readInE: 1.6,
        readOutE: 4.5,
        stabiliserStops: 4,
        fastestS: 0.000244140625,
        slowestS: 30,
        framesPerSecond: 8,
        readoutS: 0.05,
        focusLimit: { ev: -3, fNumber: 2 },
      },
      lens: {
        focalLengthMm: 18.3,
        widestF: 2.8,
        narrowestF: 16,
        stabiliserStops: 0,
        bestBlurUm: 2,
        wideOpenFactor: 1,
        opensToFocus: true,
      },
    },
    hold: { conditions: ['elbows'], theta: null, slope: null },
    picture: {
      viewCph: 683,
      crop: 1,
      aim: 'freeze',
      school: 'hush',
      isoCeiling: 6400,
      liftCeilingStops: 4 / 3,
      tasteStops: 0,
      confidence: 0.9,
      maxBurst: 4,
      pinned: { shutterS: null, fNumber: null, iso: null, burst: null },
    },
  };
}

/** The example with parts of it changed, one level deep. */
export function briefWith(changes: {
  subject?: Partial<Brief['subject']>;
  light?: Partial<Brief['light']>;
  sensor?: Partial<Brief['kit']['sensor']>;
  lens?: Partial<Brief['kit']['lens']>;
  hold?: Partial<Brief['hold']>;
  picture?: Partial<Brief['picture']>;
}): Brief {
  const brief = exampleBrief();
  return {
    ...brief,
    subject: { ...brief.subject, ...changes.subject },
    light: { ...brief.light, ...changes.light },
    kit: { sensor: { ...brief.kit.sensor, ...changes.sensor }, lens: { ...brief.kit.lens, ...changes.lens } },
    hold: { ...brief.hold, ...changes.hold },
    picture: { ...brief.picture, ...changes.picture },
  };
}

/** Even over the range: doubles by themselves crowd at the ends and near zero, where little of photography happens. */
const share = fc.oneof(
  { weight: 1, arbitrary: fc.constantFrom(0, 1) },
  { weight: 19, arbitrary: fc.noBias(fc.integer({ min: 0, max: 1e6 })).map((n) => n / 1e6) },
);
const between = (min: number, max: number): fc.Arbitrary<number> => share.map((at) => min + (max - min) * at);
/** Spread evenly over ratios, as photographic quantities are. */
export const ratio = (from: number, to: number): fc.Arbitrary<number> => share.map((at) => from * (to / from) ** at);

const FORMATS = [
  { widthMm: 36, heightMm: 24 },
  { widthMm: 23.5, heightMm: 15.6 },
  { widthMm: 17.3, heightMm: 13 },
  { widthMm: 13.2, heightMm: 8.8 },
] as const;

/** Briefs a photographer could meet, wild ones included; all of them valid. */
export const anyBrief: fc.Arbitrary<Brief> = fc
  .record({
    format: fc.constantFrom(...FORMATS),
    megapixels: fc.integer({ min: 12, max: 60 }),
    baseIso: fc.constantFrom(64, 100, 200),
    speedMps: fc.oneof(fc.constant(0), ratio(0.05, 30)),
    limbFactor: between(1, 4),
    directionDeg: between(0, 90),
    distanceM: ratio(1.5, 80),
    depthShare: fc.oneof(fc.constant(0), ratio(0.01, 1)),
    tone: ratio(0.03, 0.8),
    ev100: between(-3, 13),
    focalLengthMm: ratio(14, 500),
    widest: fc.integer({ min: apertureMarks.nearest(1.2), max: apertureMarks.nearest(6.3) }),
    stabiliserStops: between(0, 7),
    conditions: fc.subarray(['elbows', 'finder', 'wall', 'breeze', 'timed'] as const),
    viewCph: fc.constantFrom(540, 683, 1080, 1203, 20000),
    crop: between(1, 2),
    isoCeiling: fc.constantFrom(1600, 3200, 6400, 12800, 25600),
    liftCeilingStops: between(0, 2),
    tasteStops: between(-2, 2),
    confidence: between(0.5, 0.95),
    maxBurst: fc.integer({ min: 1, max: 10 }),
    modulation: fc.oneof(fc.constant(0), between(0, 0.9)),
    opensToFocus: fc.boolean(),
  })
  .map((v) =>
    briefWith({
      subject: {
        speedMps: v.speedMps,
        limbFactor: v.limbFactor,
        directionDeg: v.directionDeg,
        distanceM: Math.max(v.distanceM, v.focalLengthMm / 100),
        depthM: v.depthShare * Math.max(v.distanceM, v.focalLengthMm / 100) * 0.5,
        tone: v.tone,
      },
      light: { ev100: v.ev100, flicker: { frequencyHz: 100, modulation: v.modulation } },
      sensor: { ...v.format, megapixels: v.megapixels, baseIso: v.baseIso, stabiliserStops: v.stabiliserStops },
      lens: { focalLengthMm: v.focalLengthMm, widestF: apertureMarks.value(v.widest), opensToFocus: v.opensToFocus },
      hold: { conditions: [...v.conditions] },
      picture: {
        viewCph: v.viewCph,
        crop: v.crop,
        isoCeiling: v.isoCeiling,
        liftCeilingStops: v.liftCeilingStops,
        tasteStops: v.tasteStops,
        confidence: v.confidence,
        maxBurst: v.maxBurst,
      },
    }),
  );

/** A brief by another school or aim. A pan is only asked for where it can be. */
export function wishing(brief: Brief, wishes: Partial<Pick<Brief['picture'], 'school' | 'aim' | 'keyStops' | 'shutter'>>): Brief {
  return { ...brief, picture: { ...brief.picture, ...wishes } };
}
