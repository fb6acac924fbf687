import {
  AIM_NAMES,
  briefProblems,
  CONDITION_NAMES,
  LIGHT_COLOURS,
  MEASURED_BY,
  MOST_FRAMES,
  PLACES,
  SCHOOLS,
  SET_BACKS,
  FINISHES,
  FOCUS_CHOICES,
  SHUTTER_TYPES,
  SUBJECT_KINDS,
  WATCHED,
  type Brief,
  type BriefFault,
  type Sensor,
  type ShelfLens,
} from '@hushto/core';
import { z } from 'zod';
import { DaySchema } from './place.ts';

const label = z.string().trim().min(1).max(120);
const within = (min: number, max: number, meta: string) => z.number().min(min).max(max).describe(meta);
export const ConditionsSchema = z.array(z.enum(CONDITION_NAMES)).max(CONDITION_NAMES.length);

/** Which of the user's own tests a value comes from. */
export const ProvenanceSchema = z.strictObject({
  seriesId: z.string().max(64),
  count: z.number().int().min(0).max(100_000).describe('frames, choices or looks it had'),
  day: DaySchema.nullable().describe('null where it is not known'),
});

export const SensorSchema = z.strictObject({
  widthMm: within(2, 100, 'mm'),
  heightMm: within(2, 100, 'mm'),
  megapixels: within(0.3, 400, 'megapixels of the whole sensor'),
  baseIso: within(25, 3200, 'lowest ISO with the full well'),
  maxIso: within(100, 10_000_000, 'highest ISO'),
  wellPerUm2: within(50, 20_000, 'electrons a square micrometre holds at ISO 100'),
  readInE: within(0, 100, 'read noise before the amplifier, electrons'),
  readOutE: within(0, 1000, 'read noise after the amplifier at base ISO, electrons'),
  highGain: z
    .strictObject({
      fromIso: within(25, 10_000_000, 'ISO'),
      readInE: within(0, 100, 'read noise before the amplifier, electrons'),
      readOutE: within(0, 1000, 'read noise after it, reckoned back to base ISO, electrons'),
    })
    .describe('the second gain of a sensor that has two')
    .optional(),
  stabiliserStops: within(0, 10, 'rated stops'),
  fastestS: within(1 / 64_000, 1, 's'),
  slowestS: within(1 / 1000, 3600, 's'),
  framesPerSecond: within(0.1, 240, 'frames per second'),
  readoutS: within(0, 1, 'readout time of the electronic shutter, s'),
  focusLimit: z.strictObject({
    ev: within(-15, 10, 'EV at ISO 100 where autofocus gives up'),
    fNumber: within(0.7, 64, 'at this f-number'),
  }),
  focusTested: z
    .strictObject({
      continuousCostEv: within(0, 12, 'what continuous autofocus loses against single, EV').optional(),
      lowContrastCostEv: within(0, 12, 'what a target of little contrast costs, EV').optional(),
      from: ProvenanceSchema.optional(),
    })
    .describe('what focus tests of this body found')
    .optional(),
  id: z.string().max(64).optional(),
  label: label.optional(),
});

const lensBase = {
  narrowestF: within(0.7, 64, 'f-number'),
  stabiliserStops: within(0, 10, 'rated stops'),
  bestBlurUm: within(0, 100, 'Gaussian blur at its best, µm'),
  wideOpenFactor: within(0, 20, 'share of blur added wide open'),
  opensToFocus: z.boolean().describe('opens fully to focus, whatever the taking aperture'),
  transmissionT: within(0.05, 1, 'share of light let through').optional(),
};

export const LensSchema = z.strictObject({
  focalLengthMm: within(1, 2000, 'real focal length, mm'),
  widestF: within(0.7, 64, 'f-number, as engraved or exact'),
  ...lensBase,
  id: z.string().max(64).optional(),
  label: label.optional(),
});

const MeasuredFromSchema = z.strictObject({
  by: z.enum(MEASURED_BY),
  errorShare: within(0, 10, 'share by which it may be off'),
  frames: ProvenanceSchema.optional().describe('of the log, where it was by them'),
});

const WatchSchema = z.strictObject({
  what: z.enum(WATCHED),
  pitchMm: within(0.05, 500, 'from one lamp or thread to the next, mm').optional(),
  distanceM: z.number().positive().max(20_000).describe('how far away it is, m').optional(),
});

const SubjectSchema = z.strictObject({
  speedMps: within(0, 150, 'speed of the body, m/s'),
  limbFactor: within(1, 30, 'how much faster the limbs move'),
  directionDeg: within(0, 180, '0 straight at the camera, 90 across'),
  distanceM: z.number().positive().max(20_000).describe('m'),
  depthM: within(0, 20_000, 'depth along the axis that has to be sharp, m'),
  tone: within(0.005, 1, 'reflectance; 0.18 is mid grey'),
  frameFill: within(0, 1, 'share of the frame the subject fills'),
  kind: z.enum(SUBJECT_KINDS).optional(),
  label: label.optional(),
  verb: label.optional(),
  thing: z.string().max(64).optional(),
  speedFrom: MeasuredFromSchema.optional(),
  distanceFrom: MeasuredFromSchema.optional(),
  lowContrast: z.boolean().describe('little contrast for autofocus').optional(),
});

const LightSchema = z.strictObject({
  ev100: within(-12, 24, 'what a grey card at the subject reads, EV at ISO 100'),
  ev100From: ProvenanceSchema.extend({ ev100: within(-12, 24, 'what those frames said, EV at ISO 100') }).optional(),
  background: z.strictObject({
    tone: within(0.005, 1, 'reflectance'),
    stops: within(-15, 15, 'light above that on the subject, stops'),
  }),
  flicker: z.strictObject({ frequencyHz: within(0, 1_000_000, 'of the light, Hz'), modulation: within(0, 1, '0 steady to 1') }),
  swing: z
    .strictObject({
      downStops: within(0, 15, 'stops'),
      upStops: within(0, 15, 'stops'),
      periodS: z.number().positive().max(86_400),
    })
    .optional(),
  colour: z.enum(LIGHT_COLOURS).optional(),
  shadowStops: within(-15, 0, 'light in the deepest shadow that must show, against the subject, stops').optional(),
  label: label.optional(),
  scene: z.string().max(64).optional(),
});

const HoldSchema = z.strictObject({
  conditions: ConditionsSchema,
  theta: within(-10, 20, 'tested threshold of free hands, stops').nullable(),
  slope: within(0.1, 10, 'tested slope').nullable(),
  follow: z.boolean().describe('whether the camera turns with a subject that is to be frozen').optional(),
  trackingError: within(0.005, 1, 'error of following in a pan, share of the streak').optional(),
  tested: z
    .strictObject({
      thetas: z
        .array(within(-10, 20, 'stops'))
        .min(1)
        .max(5000),
      slopes: z
        .array(within(0.1, 10, 'slope'))
        .min(1)
        .max(5000),
      weights: z.array(z.number().nonnegative().max(1e12)).min(1).max(5000),
      conditions: ConditionsSchema,
      stabiliserStops: within(0, 10, 'rated stops'),
      focalLengthMm: within(1, 2000, 'real focal length of the test, mm').optional(),
      from: ProvenanceSchema.optional(),
    })
    .optional(),
  seriesId: z.string().max(64).nullable().describe('hold series to plan with; null for the starting value').optional(),
});

const PictureSchema = z.strictObject({
  viewCph: within(50, 100_000, 'viewing limit, cycles per picture height; above the sensor’s own it means every pixel'),
  crop: within(1, 20, 'linear'),
  aim: z.enum(AIM_NAMES),
  school: z.enum(SCHOOLS),
  isoCeiling: within(25, 10_000_000, 'ISO'),
  liftCeilingStops: within(0, 8, 'stops'),
  tasteStops: within(-6, 6, 'positive: grain bothers more'),
  confidence: within(0.05, 0.999, 'wanted chance of a frame without shake'),
  maxBurst: z.number().int().min(1).max(MOST_FRAMES),
  pinned: z.strictObject({
    shutterS: within(1 / 64_000, 3600, 's').nullable(),
    fNumber: within(0.7, 64, 'f-number').nullable(),
    iso: within(25, 10_000_000, 'ISO').nullable(),
    burst: z.number().int().min(1).max(MOST_FRAMES).nullable(),
  }),
  keyStops: within(-3, 1, 'how much darker (below 0) the picture should look, stops').optional(),
  shutter: z.enum(SHUTTER_TYPES).optional(),
  focus: z.enum(FOCUS_CHOICES).describe('chosen by the plan where nothing is said').optional(),
  cleanIso: within(25, 10_000_000, 'ISO').optional(),
  finish: z.enum(FINISHES).describe('what is made of the frame at the desk').optional(),
  streakShare: within(0.005, 1, 'wanted streak of a panned background, share of the picture width').optional(),
  tasteFrom: ProvenanceSchema.optional(),
  isoCeilingFrom: ProvenanceSchema.optional(),
});

/** A brief as sent and stored. Ranges are generous: what cannot be together is refused by the core's own check. */
export const BriefSchema = z
  .strictObject({
    title: label,
    subject: SubjectSchema,
    light: LightSchema,
    kit: z.strictObject({ sensor: SensorSchema, lens: LensSchema }),
    hold: HoldSchema,
    picture: PictureSchema,
    place: z.enum(PLACES).optional(),
    watch: z.array(WatchSchema).max(WATCHED.length).optional(),
    caution: z.string().trim().min(1).max(300).optional(),
  })
  .superRefine((brief, context) => {
    // The fact goes along; its sentence is made where it is shown.
    for (const { path, ...fault } of briefProblems(brief))
      context.addIssue({ code: 'custom', path, message: fault.code, params: { fault } });
  });

/** What in a brief cannot be together, as an issue of its schema carries it; null for any other issue. */
export const briefFaultOf = (issue: z.core.$ZodIssue): BriefFault | null =>
  issue.code === 'custom' ? ((issue.params as { fault?: BriefFault } | undefined)?.fault ?? null) : null;

// The schema and the core's type are one and the same; either line fails to compile when they part.
const asCore = (brief: z.infer<typeof BriefSchema>): Brief => brief;
const asSchema = (brief: Brief): z.infer<typeof BriefSchema> => brief;
void asCore;
void asSchema;

const figureWithError = z.strictObject({ value: z.number().nonnegative(), standardError: z.number().nonnegative() });

/** What frames of the body itself said about its sensor, ISO by ISO. */
export const MeasuredSchema = z.strictObject({
  day: z.iso.date('Give a day such as 2026-01-14.'),
  sets: z
    .array(
      z.strictObject({
        iso: within(25, 10_000_000, 'ISO'),
        gainEPerDn: figureWithError,
        readNoiseE: figureWithError,
        fullE: figureWithError,
        signalDn: z.number(),
        varianceDn: z.number(),
        pattern: z
          .strictObject({
            rowE: within(0, 1000, 'rows against each other, electrons'),
            columnE: within(0, 1000, 'columns against each other, electrons'),
            fixedE: within(0, 1000, 'photosites against each other, the same in every frame, electrons'),
          })
          .optional(),
        colours: z
          .strictObject({ red: within(0, 100, 'against green'), blue: within(0, 100, 'against green') })
          .describe('light of the flat frames on red and blue photosites')
          .optional(),
      }),
    )
    .min(1)
    .max(40),
});
export type MeasuredBody = z.infer<typeof MeasuredSchema>;

/** Where a body's options are, in its owner's own words: “second page”, “the lever on top”. */
export const WhereOptionsSchema = z
  .partialRecord(z.enum(SET_BACKS), z.string().trim().min(1).max(60))
  .describe('where each option is on this body, in the user’s own words');
export type WhereOptions = z.infer<typeof WhereOptionsSchema>;

/** What only matters where one chooses what to carry. */
const carried = {
  price: z.number().nonnegative().max(1e9).describe('in whatever money the user thinks in').optional(),
  weightG: z.number().nonnegative().max(50_000).describe('g').optional(),
};

/** A body on the shelf. `guessed` names the figures that are ours, not the maker's or the user's. */
export const BodySchema = z
  .strictObject({
    ...SensorSchema.omit({ id: true, focusTested: true }).shape,
    label,
    guessed: z.array(z.string().max(40)).max(30).default([]),
    ...carried,
    measured: MeasuredSchema.optional(),
    where: WhereOptionsSchema.optional(),
  })
  .superRefine((body, context) => {
    if (body.maxIso < body.baseIso)
      context.addIssue({ code: 'custom', path: ['maxIso'], message: `Must be at least the base ISO, ${body.baseIso}.` });
    if (body.fastestS > body.slowestS)
      context.addIssue({ code: 'custom', path: ['fastestS'], message: 'Must be faster than the slowest shutter.' });
  });
export type Body = z.infer<typeof BodySchema>;

/** A body of the shelf as a brief carries it: without what only the shelf needs. */
export function sensorOf(
  { guessed: _guessed, price: _price, weightG: _weight, measured: _measured, where: _where, ...sensor }: Body,
  id?: string,
): Sensor {
  return id === undefined ? sensor : { ...sensor, id };
}

const sharpness = z.strictObject({
  mtf50Cph: within(0, 1e6, 'frequency at half contrast, cycles per picture height'),
  lowCph: within(0, 1e6, 'lower end of its 90 % interval'),
  highCph: within(0, 1e6, 'upper end of its 90 % interval'),
  sigmaUm: within(0, 1000, 'Gaussian blur of the lens alone, µm'),
  sigmaError: within(0, 1000, 'its standard error, µm'),
});

/** What photos of edges said about a lens, aperture by aperture. */
export const MeasuredLensSchema = z.strictObject({
  day: DaySchema,
  body: label.describe('what it was on'),
  focalLengthMm: within(1, 2000, 'mm'),
  from: z.enum(['raw', 'developed']).describe('whether the photos were raw, or developed with whatever that adds'),
  apertures: z
    .array(
      z.strictObject({
        name: z.string().max(200),
        fNumber: within(0.7, 64, 'f-number'),
        centre: sharpness,
        corner: sharpness.nullable(),
      }),
    )
    .min(1)
    .max(40),
});
export type MeasuredLens = z.infer<typeof MeasuredLensSchema>;

/** A lens on the shelf: its focal range and the widest f-number at both ends. */
export const ShelfLensSchema = z
  .strictObject({
    ...lensBase,
    label,
    focalFromMm: within(1, 2000, 'mm'),
    focalToMm: within(1, 2000, 'mm'),
    widestFAtFrom: within(0.7, 64, 'f-number'),
    widestFAtTo: within(0.7, 64, 'f-number'),
    guessed: z.array(z.string().max(40)).max(30).default([]),
    ...carried,
    measured: MeasuredLensSchema.optional(),
  })
  .superRefine((lens, context) => {
    const refuse = (path: string, message: string): void => context.addIssue({ code: 'custom', path: [path], message });
    if (lens.focalToMm < lens.focalFromMm) refuse('focalToMm', `Must be at least ${lens.focalFromMm} mm, the short end.`);
    if (lens.focalToMm === lens.focalFromMm && lens.widestFAtFrom !== lens.widestFAtTo)
      refuse('widestFAtTo', 'A lens of one focal length has one widest f-number.');
    if (lens.narrowestF < Math.max(lens.widestFAtFrom, lens.widestFAtTo))
      refuse('narrowestF', 'Must be narrower than the widest aperture.');
  });
export type ShelfLensDocument = z.infer<typeof ShelfLensSchema>;

/** A lens of the shelf as the computation knows it: without what only the shelf needs. */
export function glassOf(
  { guessed: _guessed, price: _price, weightG: _weight, measured: _measured, ...glass }: ShelfLensDocument,
  id?: string,
): ShelfLens {
  return id === undefined ? glass : { ...glass, id };
}
