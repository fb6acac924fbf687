import { z } from 'zod';
import { BriefSchema, ConditionsSchema, LensSchema, SensorSchema } from './brief.ts';
import { DaySchema } from './place.ts';

const label = z.string().trim().min(1).max(120);
const id = z.string().min(1).max(64);
const shutter = z
  .number()
  .min(1 / 64_000)
  .max(3600);

/** One frame of a hold test as judged. */
export const HeldFrameSchema = z.strictObject({
  id,
  at: z.iso.datetime(),
  shutterS: shutter.describe('exact mark, s'),
  sharp: z.boolean(),
  how: z.enum(['seen', 'photo']).describe('judged by eye alone, or with the blur of its edges measured'),
  blurPx: z.number().nonnegative().max(1000).describe('measured blur, viewed px').optional(),
});
export type HeldFrame = z.infer<typeof HeldFrameSchema>;

/** A hold test: how the camera was held, what counts as sharp, and every frame with its verdict. */
export const HoldSeriesSchema = z.strictObject({
  title: label,
  day: DaySchema,
  kit: z.strictObject({ sensor: SensorSchema, lens: LensSchema }),
  stabiliserStops: z.number().min(0).max(10).describe('rated stops while testing; 0 when it was off'),
  conditions: ConditionsSchema,
  viewCph: z.number().min(50).max(100_000).describe('viewing limit, cycles per picture height'),
  confidence: z.number().min(0.5).max(0.99).describe('share of sharp frames that is trusted'),
  /** Hands of the simulated camera, hidden while the test runs; null for a camera of one's own. */
  simulated: z
    .strictObject({
      seed: z.number().int().min(0).max(0xffffffff),
      theta: z.number().min(-10).max(20),
      slope: z.number().min(0.1).max(10),
    })
    .nullable(),
  /** Whether plans may use it. */
  counts: z.boolean(),
  closed: z.boolean().describe('whether the test is over'),
  note: z.string().max(500),
  frames: z.array(HeldFrameSchema).max(500),
  reference: z
    .strictObject({ at: z.iso.datetime(), blurPx: z.number().nonnegative().max(1000).describe('measured blur, viewed px') })
    .describe('a frame of the same from a support: what lens, focus and raw conversion alone leave')
    .optional(),
});
export type HoldSeries = z.infer<typeof HoldSeriesSchema>;

/** A choice between two frames of one scene. */
export const TasteChoiceSchema = z.strictObject({
  id,
  at: z.iso.datetime(),
  slowerS: shutter,
  fasterS: shutter,
  tookSlower: z.boolean(),
  slowerLeft: z.boolean().describe('which side it was shown on'),
  /** The earlier choice that this one repeats, to see how steady the taste is. */
  repeats: id.nullable(),
});
export type TasteChoiceKept = z.infer<typeof TasteChoiceSchema>;

export const CeilingAnswerSchema = z.strictObject({
  id,
  at: z.iso.datetime(),
  iso: z.number().min(25).max(10_000_000),
  acceptable: z.boolean(),
});
export type CeilingAnswer = z.infer<typeof CeilingAnswerSchema>;

/** Scenes that tests of the eyes are shown on. */
export const TEST_SCENES = [
  'street', 'concert', 'wildlife', 'action', 'quay', 'window', 'cyclist', 'drummer', 'ape', 'bird', 'runner', 'train',
] as const; // prettier-ignore
export type TestScene = (typeof TEST_SCENES)[number];

const seen = {
  title: label,
  day: DaySchema,
  /** The brief it was made with, as it was: scene, kit, light and viewing size. */
  brief: BriefSchema,
  scene: z
    .enum(TEST_SCENES)
    .describe('what the frames showed; unset where that was drawn, with less detail than photographs have')
    .optional(),
  seed: z.number().int().min(0).max(0xffffffff),
  closed: z.boolean(),
};

/** What the eyes prefer: blur against grain, or how much grain is still acceptable. */
export const TasteSeriesSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...seen, kind: z.literal('taste'), choices: z.array(TasteChoiceSchema).max(200) }),
  z.strictObject({ ...seen, kind: z.literal('ceiling'), answers: z.array(CeilingAnswerSchema).max(200) }),
]);
export type TasteSeries = z.infer<typeof TasteSeriesSchema>;
