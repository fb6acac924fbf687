import { SKY_DIVISOR, type SkyState } from '@hushto/core';
import { z } from 'zod';

const label = z.string().trim().min(1).max(120);
const id = z.string().min(1).max(64);

/** Whether this machine's almanac of time zones knows a name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

export const TimeZoneSchema = z
  .string()
  .max(64)
  .refine(isTimeZone, 'This time zone is not known; give one such as Europe/Berlin, or Etc/GMT-1 for UTC+1 all year.');
/** A time of day, "19:42". */
export const ClockSchema = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give a time such as 19:42.');
export const DaySchema = z.iso.date('Give a day such as 2026-01-14.');

/** How a light was found out. */
export const READING_WAYS = ['meter', 'lux', 'scene', 'photo'] as const;

export const ReadingSchema = z.strictObject({
  id,
  at: z.iso.datetime('Give a moment such as 2026-01-14T18:05:00Z.'),
  ev100: z.number().min(-12).max(24).describe('on the subject, EV at ISO 100'),
  backgroundStops: z.number().min(-15).max(15).describe('background against the subject, stops').optional(),
  how: z.enum(READING_WAYS),
  say: z.string().max(300).describe('what was read off what'),
  uncertaintyStops: z.number().min(0).max(10),
});
export type Reading = z.infer<typeof ReadingSchema>;

/** A place that is photographed again: where it is, what lights it, and what was read there. */
export const PlaceSchema = z.strictObject({
  label,
  latitudeDeg: z.number().min(-90).max(90).describe('north is positive'),
  longitudeDeg: z.number().min(-180).max(180).describe('east is positive'),
  timeZone: TimeZoneSchema,
  facingDeg: z.number().min(0).max(360).describe('where the camera looks, from north over east').nullable(),
  sky: z.enum(Object.keys(SKY_DIVISOR) as [SkyState, ...SkyState[]]),
  shadeStops: z.number().min(0).max(10).describe('how much less than the whole sky reaches the subject'),
  floorEv: z.number().min(-12).max(24).describe('lamps that are always lit, EV at ISO 100 at the subject').nullable(),
  lamps: z
    .array(
      z.strictObject({ id, from: ClockSchema, to: ClockSchema, ev100: z.number().min(-12).max(24), label: label.optional() }),
    )
    .max(50),
  readings: z.array(ReadingSchema).max(500),
});
export type Place = z.infer<typeof PlaceSchema>;
