import { CAUSES, MOST_PREVIEW_BYTES, SoftnessSchema } from '@hushto/contract';
import { TAKE_CODES, VERDICTS } from '@hushto/core';
import { z } from 'zod';

/** Rows of the log as they stand in its tables: what an archive brings must fit them before it is written. */

const id = z.string().regex(/^[\w-]{1,64}$/);
/** Years 1 to 9999, ms: what a date can be written as. */
const time = z.number().int().min(-62_135_596_800_000).max(253_402_300_799_999);
const figure = z.number().nullable().default(null);
const whole = z.number().int().min(-1_000_000_000).max(1_000_000_000).nullable().default(null);
const text = (length: number) => z.string().max(length);
const share = z.number().min(0).max(1);

/** A picture in WebP begins so: RIFF, its length, WEBP. */
export const isWebp = (bytes: Buffer): boolean =>
  bytes.length > 16 && bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP';

const places = z.string().refine((json) => {
  try {
    return SoftnessSchema.shape.places.safeParse(JSON.parse(json)).success;
  } catch {
    return false;
  }
});

/** Each table's schema, those first that are pointed at. Columns an archive does not know yet are empty; those we do not know are left. */
export const LOG_ROWS = {
  log_outing: z.object({
    id,
    title: text(200),
    started_at: time.nullable().default(null),
    ended_at: time.nullable().default(null),
    run_sheet_id: id.nullable().default(null),
  }),
  log_burst: z.object({ id, outing_id: id, started_at: time, frames: z.number().int().min(0).max(1_000_000) }),
  log_frame: z.object({
    id,
    digest: z.string().regex(/^[0-9a-f]{64}$/),
    name: text(255),
    bytes: z.number().int().min(0).max(1e12),
    taken_at: time.nullable().default(null),
    wall_clock: text(40).nullable().default(null),
    zoned: z.union([z.literal(0), z.literal(1)]),
    width_px: whole,
    height_px: whole,
    orientation: z.number().int().min(1).max(8),
    camera: text(120).nullable().default(null),
    lens: text(120).nullable().default(null),
    outing_id: id,
    burst_id: id.nullable().default(null),
    brief_id: id.nullable().default(null),
    verdict: z.enum(VERDICTS).nullable().default(null),
    take: z.enum(TAKE_CODES).nullable().default(null),
    shutter_s: figure,
    f_number: figure,
    iso: figure,
    focal_length_mm: figure,
    written_equivalent_mm: figure,
    equivalent_mm: figure,
    ev100: figure,
    hold: figure,
    smear: figure,
    snr: figure,
    distance_m: figure,
    held_chance: figure,
    shutter_thirds: whole,
    iso_thirds: whole,
    focal_halves: whole,
    distance_halves: whole,
    hold_thirds: whole,
    smear_thirds: whole,
    grain_thirds: whole,
    seed: z.number().int().min(0).max(0xffffffff).nullable().default(null),
    deleted_at: time.nullable().default(null),
  }),
  log_verdict: z.object({ frame_id: id, verdict: z.enum(VERDICTS).nullable().default(null), judged_at: time }),
  log_preview: z.object({
    frame_id: id,
    likeness: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .nullable()
      .default(null),
    sharpness: figure,
    webp: z
      .base64()
      .max(MOST_PREVIEW_BYTES * 2)
      .transform((base64) => Buffer.from(base64, 'base64'))
      .refine((bytes) => isWebp(bytes) && bytes.length <= MOST_PREVIEW_BYTES),
  }),
  log_softness: z.object({
    frame_id: id,
    cause: z.enum(CAUSES),
    sharp: share,
    hands: share,
    subject: share,
    focus: share,
    grain: share,
    smear_px: figure,
    smear_deg: figure,
    smear_x: figure,
    smear_y: figure,
    sharpest_x: figure,
    sharpest_y: figure,
    width_px: z.number().int().min(1).max(100_000),
    places,
  }),
  log_gear: z.object({ kind: z.enum(['body', 'lens']), written_as: text(120), document_id: id.nullable().default(null) }),
} as const;

export type LogTable = keyof typeof LOG_ROWS;
export const LOG_TABLES = Object.keys(LOG_ROWS) as LogTable[];
export type LogRow<Table extends LogTable> = z.infer<(typeof LOG_ROWS)[Table]>;
