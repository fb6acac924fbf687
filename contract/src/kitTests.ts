import { FOCUS_TARGETS } from '@hushto/core';
import { z } from 'zod';
import { BriefSchema, LensSchema, SensorSchema } from './brief.ts';
import { TEST_SCENES } from './learning.ts';
import { DaySchema } from './place.ts';

const label = z.string().trim().min(1).max(120);
const id = z.string().min(1).max(64);
const seed = z.number().int().min(0).max(0xffffffff);

/** One try of a focus test: the light on the target, whether it locked, and how soon. */
export const FocusTrySchema = z.strictObject({
  id,
  at: z.iso.datetime(),
  ev100: z.number().min(-15).max(20).describe('what a grey card at the target reads, EV at ISO 100'),
  locked: z.boolean(),
  seconds: z.number().min(0).max(60).nullable().describe('from the press to the lock; null where it was not timed'),
});
export type FocusTryKept = z.infer<typeof FocusTrySchema>;

/** A focus test: how dark autofocus sees, with one body and lens, in one way of focusing. */
export const FocusSeriesSchema = z.strictObject({
  title: label,
  day: DaySchema,
  kit: z.strictObject({ sensor: SensorSchema, lens: LensSchema }),
  mode: z.enum(['single', 'continuous']),
  target: z.enum(FOCUS_TARGETS),
  fNumber: z.number().min(0.7).max(64).describe('f-number it focuses at'),
  darkOption: z.boolean().describe('whether the body’s option for focusing in the dark is on'),
  confidence: z.number().min(0.5).max(0.99).describe('share of tries that lock where it is trusted'),
  /** Autofocus of the simulated camera, hidden while the test runs; null for a camera of one's own. */
  simulated: z.strictObject({ seed, evAtHalf: z.number().min(-20).max(20), slope: z.number().min(0.1).max(20) }).nullable(),
  /** Whether plans may use it. */
  counts: z.boolean(),
  closed: z.boolean().describe('whether the test is over'),
  tries: z.array(FocusTrySchema).max(500),
});
export type FocusSeries = z.infer<typeof FocusSeriesSchema>;

/** A kit in a blind look: its name, the brief as it takes it, and the setting it is shown at. */
const LookedAtSchema = z.strictObject({
  label,
  brief: BriefSchema,
  shutterS: z
    .number()
    .min(1 / 64_000)
    .max(3600),
  fNumber: z.number().min(0.7).max(64),
});

/** Two kits looked at blind: a dozen times the frame one would keep. */
export const KitLookSchema = z.strictObject({
  title: label,
  day: DaySchema,
  first: LookedAtSchema,
  second: LookedAtSchema,
  scene: z.enum(TEST_SCENES),
  view: z.enum(['detail', 'pixels']).describe('as the picture will be seen, or every pixel of it'),
  seed,
  closed: z.boolean(),
  choices: z.array(z.strictObject({ id, at: z.iso.datetime(), tookFirst: z.boolean(), firstLeft: z.boolean() })).max(100),
});
export type KitLook = z.infer<typeof KitLookSchema>;
