import { LIMITED_BY, SOFT_CAUSES, TAKE_CODES, VERDICTS, type LimitedBy, type SoftCause, type Softness } from '@hushto/core';
import { z } from 'zod';

const id = z.string().regex(/^[\w-]{1,64}$/, 'An id has letters, digits, - and _ only, 64 at most.');
/** Above nothing by as much as anything measured is: the smallest numbers there are give figures without end. */
const LEAST = 1e-9;
const positive = (most: number) => z.number().min(LEAST).max(most);
const written = z.string().trim().min(1).max(120);

/** Longest side of a preview, px, and the most it may weigh, bytes. */
export const PREVIEW_PX = 320;
export const MOST_PREVIEW_BYTES = 65_536;
/** Frames sent at once. */
export const MOST_FRAMES_SENT = 200;
/** Frames changed at once. */
export const MOST_FRAMES_CHANGED = 5_000;

const setting = {
  shutterS: positive(86_400).nullable(),
  fNumber: positive(1000).nullable(),
  iso: positive(100_000_000).nullable(),
  focalLengthMm: positive(100_000).nullable(),
  equivalentMm: positive(100_000).nullable().describe('for full frame, as the camera wrote it'),
};

/** A frame as its file says it was taken; the pixels stay where they are. */
export const NewFrameSchema = z.strictObject({
  digest: z
    .string()
    .regex(/^[0-9a-f]{64}$/, 'A digest is 64 hexadecimal digits.')
    .describe('names its content: no two frames share one'),
  name: z.string().trim().min(1).max(255),
  bytes: z.number().int().nonnegative().max(1e12),
  takenAt: z.iso.datetime().nullable().describe('null where its camera wrote no time'),
  wallClock: z.iso.datetime({ local: true }).nullable().describe('as the camera’s own clock showed it'),
  zoned: z.boolean().describe('whether the camera wrote its time zone; else it is that of this computer'),
  widthPx: z.number().int().positive().max(1_000_000).nullable(),
  heightPx: z.number().int().positive().max(1_000_000).nullable(),
  orientation: z.number().int().min(1).max(8),
  camera: written.nullable(),
  lens: written.nullable(),
  ...setting,
  verdict: z.enum(VERDICTS).optional(),
  briefId: id.describe('the brief it was taken for; found by the run sheet where nothing is said').optional(),
  take: z.enum(TAKE_CODES).describe('another take of its brief; the nearest is found where nothing is said').optional(),
  /** Of the simulated camera: from what its preview is drawn. */
  seed: z.number().int().min(0).max(0xffffffff).optional(),
});
export type NewFrame = z.infer<typeof NewFrameSchema>;
export const NewFramesSchema = z.strictObject({ frames: z.array(NewFrameSchema).min(1).max(MOST_FRAMES_SENT) });

/** Of the sent ones, in their order: under which id each is kept now, and whether it was there before. */
export const FramesTakenInSchema = z.object({
  frames: z.array(
    z.object({
      id,
      known: z.boolean(),
      preview: z.boolean().describe('whether its small picture is there'),
      cause: z.boolean().describe('whether it was looked into for why it is soft'),
    }),
  ),
});
export type FramesTakenIn = z.infer<typeof FramesTakenInSchema>;

/** Figures of a frame that can be filtered by, each with its column. */
export const LOG_FIGURES = {
  shutterS: 'shutter_s',
  fNumber: 'f_number',
  iso: 'iso',
  equivalentMm: 'equivalent_mm',
  ev100: 'ev100',
  hold: 'hold',
  smear: 'smear',
  snr: 'snr',
  distanceM: 'distance_m',
} as const;
export type LogFigure = keyof typeof LOG_FIGURES;
export const LOG_FIGURE_NAMES = Object.keys(LOG_FIGURES) as [LogFigure, ...LogFigure[]];

const share = z.number().min(0).max(1);
const px = z.number().min(0).max(10_000);
const direction = z.number().min(0).max(180);
export const CAUSES = [...SOFT_CAUSES, 'unsure'] as const;
/** Why a frame is soft, by its picture: what was found is kept, the picture is not. */
export const SoftnessSchema = z.strictObject({
  shares: z.strictObject(Object.fromEntries(SOFT_CAUSES.map((cause) => [cause, share])) as Record<SoftCause, typeof share>),
  cause: z.enum(CAUSES),
  smear: z.strictObject({ px, directionDeg: direction, x: share, y: share }).nullable(),
  sharpest: z.strictObject({ x: share, y: share }).nullable(),
  widthPx: z.number().int().min(1).max(100_000),
  places: z.array(z.strictObject({ x: share, y: share, blurPx: px, smearPx: px, directionDeg: direction })).max(1000),
});
/** Looks sent at once. */
export const MOST_LOOKS_SENT = 50;
const likeness = z.string().regex(/^[0-9a-f]{64}$/);
/** What a look at a frame's pixels found: its small picture, and why it is soft. */
export const LogLookSchema = z.strictObject({
  id,
  preview: z
    .strictObject({
      webp: z
        .base64()
        .max(Math.ceil(MOST_PREVIEW_BYTES / 3) * 4)
        .describe('a picture in WebP, 64 kB at most'),
      likeness: likeness.nullable().describe('256 bits that are alike for alike pictures'),
      sharpness: z.number().min(0).max(1e6).nullable(),
    })
    .optional(),
  softness: SoftnessSchema.optional(),
});
export type LogLook = z.infer<typeof LogLookSchema>;
export const LogLooksSchema = z.strictObject({ looks: z.array(LogLookSchema).min(1).max(MOST_LOOKS_SENT) });
true satisfies Softness extends z.infer<typeof SoftnessSchema> ? true : never;

const figure = z.number().nullable();
export const LogFrameSchema = z.object({
  id,
  name: z.string(),
  takenAt: z.string().nullable(),
  wallClock: z.string().nullable(),
  outingId: z.string(),
  burstId: z.string().nullable(),
  widthPx: z.number().nullable(),
  heightPx: z.number().nullable(),
  camera: z.string().nullable(),
  lens: z.string().nullable(),
  focalLengthMm: figure,
  ...(Object.fromEntries(LOG_FIGURE_NAMES.map((name) => [name, figure])) as Record<LogFigure, typeof figure>),
  heldChance: figure.describe('chance the plan gave one such frame to show no shake'),
  briefId: z.string().nullable(),
  take: z.enum(TAKE_CODES).nullable(),
  verdict: z.enum(VERDICTS).nullable(),
  preview: z.boolean().describe('whether a small picture of it is kept'),
  sharpness: figure.describe('how sharp its preview is against others of its burst; none where it was not looked at'),
  cause: z.enum(CAUSES).nullable().describe('why it is soft, by its picture; none where that was not looked into'),
  seed: z.number().nullable(),
});
export type LogFrame = z.infer<typeof LogFrameSchema>;

const bound = z.coerce.number().optional();
type Bound<Name extends string> = Record<`${Name}.from` | `${Name}.to`, typeof bound>;
const bounds = Object.fromEntries(
  LOG_FIGURE_NAMES.flatMap((name) => [[`${name}.from`, bound], [`${name}.to`, bound]]),
) as Bound<LogFigure>; // prettier-ignore

/** Which frames of the log are meant. */
export const LogFilterSchema = z.strictObject({
  outing: id.optional(),
  brief: id.optional(),
  burst: id.optional(),
  take: z.enum([...TAKE_CODES, 'plan']).optional(),
  verdict: z.enum([...VERDICTS, 'none', 'judged']).optional(),
  camera: written.optional(),
  lens: written.optional(),
  cause: z
    .enum([...CAUSES, 'none'])
    .describe('why it is soft, by its picture')
    .optional(),
  undrawn: z.literal('yes').describe('of the simulated camera, without a preview yet').optional(),
  'taken.from': z.iso.datetime().describe('taken at this moment or later, by its camera’s clock').optional(),
  'taken.to': z.iso.datetime().describe('taken at this moment or earlier').optional(),
  ...bounds,
});
export type LogFilter = z.infer<typeof LogFilterSchema>;

export const LogPageQuerySchema = LogFilterSchema.extend({
  offset: z.coerce.number().int().min(0).max(10_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});

/** Frames in the order of time, newest first; those without a time last. */
export const LogPageSchema = z.object({ total: z.number().int(), frames: z.array(LogFrameSchema) });
export type LogPage = z.infer<typeof LogPageSchema>;

export const LogOutingSchema = z.object({
  id,
  title: z.string(),
  startedAt: z.string().nullable(),
  endedAt: z.string().nullable(),
  runSheetId: z.string().nullable(),
  frames: z.number().int(),
  judged: z.number().int(),
  keepers: z.number().int(),
});
export type LogOuting = z.infer<typeof LogOutingSchema>;

/** A body or lens as cameras write it, and the document of the kit it stands for. */
export const LogGearSchema = z.object({
  kind: z.enum(['body', 'lens']),
  writtenAs: z.string(),
  documentId: z.string().nullable(),
});
export type LogGear = z.infer<typeof LogGearSchema>;
export const LogShelfSchema = z.object({
  outings: z.array(LogOutingSchema),
  gear: z.array(LogGearSchema),
  frames: z.number().int(),
  /** Frames of the simulated camera whose preview is still to be drawn. */
  undrawn: z.number().int(),
});
export type LogShelf = z.infer<typeof LogShelfSchema>;

const ids = z.array(id).min(1).max(MOST_FRAMES_CHANGED);
/** A verdict for some frames, or none any more. Each with its own: so what was there can be put back. */
export const JudgedSchema = z.strictObject({
  verdicts: z.array(z.strictObject({ id, verdict: z.enum(VERDICTS).nullable() })).min(1).max(MOST_FRAMES_CHANGED),
}); // prettier-ignore
export type Judged = z.infer<typeof JudgedSchema>;
export const FrameIdsSchema = z.strictObject({ ids });
export const AssignSchema = z.strictObject({ ids, briefId: id.nullable() });

/** Frames by what became of them. */
const tally = {
  frames: z.number().int(),
  judged: z.number().int(),
  keeper: z.number().int(),
  hands: z.number().int(),
  subject: z.number().int(),
  focus: z.number().int(),
  grain: z.number().int(),
  other: z.number().int(),
};
export const LogTallySchema = z.object(tally);
export type LogTally = z.infer<typeof LogTallySchema>;
const faults = Object.keys(LIMITED_BY) as [LimitedBy, ...LimitedBy[]];
export const LogLimitSchema = z.object({
  fault: z.enum(faults),
  at: z.number(),
  low: z.number().nullable(),
  high: z.number().nullable(),
  slope: z.number(),
  frames: z.number().int(),
  lost: z.number().int(),
  moreFrames: z.number().int().nullable(),
});

export type LogLimit = z.infer<typeof LogLimitSchema>;

/** What the chosen frames say. Shutters, ISO, focal lengths and distances are middles of their classes. */
export const LogSaysSchema = z.object({
  all: LogTallySchema,
  byShutterAndFocal: z.array(z.object({ shutterS: z.number(), equivalentMm: z.number(), ...tally })),
  byIso: z.array(z.object({ iso: z.number(), ...tally })),
  byDistance: z.array(z.object({ distanceM: z.number(), ...tally })),
  byBrief: z.array(z.object({ briefId: z.string().nullable(), ...tally })),
  /** Frames of the plan itself, its other takes left out: what was set, and the light it fitted, as means in stops. */
  taken: z.array(
    z.object({
      briefId: z.string(),
      frames: z.number().int(),
      shutterS: z.number(),
      ev100: z.number().nullable(),
      evSpread: z.number().nullable().describe('standard deviation of the light, stops'),
    }),
  ),
  share: z.number().describe('share of frames that shall not be lost to one fault, of the limits'),
  limits: z.array(LogLimitSchema),
  /** How far the figures of two faults rise together, −1 to 1: near 1 their limits cannot be told apart. */
  together: z.array(z.object({ one: z.enum(faults), other: z.enum(faults), correlation: z.number() })),
  /** What plans promised of the hands against what came: by promised chance. */
  calibration: z.array(z.object({ promised: z.number(), frames: z.number().int(), held: z.number().int() })),
  /** Judged frames that asked for more than the hands' limit. */
  beyondHands: z.number().int().nullable(),
});
export type LogSays = z.infer<typeof LogSaysSchema>;
