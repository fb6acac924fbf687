import {
  COMPRESSION_SHARE,
  MOST_FRAMES,
  PLACES,
  SET_BACKS,
  SHUTTER_TYPES,
  TAKE_CODES,
  WATCHED,
  type CheckItem,
  type Compression,
} from '@hushto/core';
import { z } from 'zod';
import { BriefSchema } from './brief.ts';
import { ClockSchema, DaySchema, TimeZoneSchema } from './place.ts';
import { provenanceByCountWithin } from './upgrades.ts';

const label = z.string().trim().min(1).max(120);
const id = z.string().min(1).max(64);

/** A stretch of an outing: one brief in one light, or a pause. Each begins where the one before ends. */
export const SegmentSchema = z.strictObject({
  id,
  title: z.string().trim().max(120),
  briefId: id.nullable().describe('null for a pause'),
  minutes: z.number().int().min(1).max(1440),
  light: z.discriminatedUnion('from', [
    z.strictObject({ from: z.literal('brief') }),
    z.strictObject({ from: z.literal('sky') }),
    z.strictObject({ from: z.literal('reading'), ev100: z.number().min(-12).max(24) }),
  ]),
  pressesPerMinute: z.number().min(0).max(600),
  /** Frames of a press; null takes what the plan asks for. */
  burst: z.number().int().min(1).max(MOST_FRAMES).nullable(),
  note: z.string().max(500).optional(),
});
export type Segment = z.infer<typeof SegmentSchema>;

export const CarriedSchema = z.strictObject({
  bits: z.number().int().min(8).max(16),
  compression: z.enum(Object.keys(COMPRESSION_SHARE) as [Compression, ...Compression[]]),
  cardGb: z.number().min(1).max(100_000),
  cards: z.number().int().min(1).max(100),
  ratedShots: z.number().min(10).max(100_000),
  batteries: z.number().int().min(1).max(100),
  temperatureC: z.number().min(-40).max(50),
  bufferFrames: z.number().min(1).max(100_000),
  writeMBs: z.number().min(1).max(20_000),
  cullS: z.number().min(0.1).max(600),
});

/** What is carried until the photographer says otherwise: one card and one battery of usual size. Starting values of ours. */
export const CARRIED_AT_FIRST: z.infer<typeof CarriedSchema> = {
  bits: 14,
  compression: 'lossless',
  cardGb: 64,
  cards: 1,
  ratedShots: 400,
  batteries: 1,
  temperatureC: 20,
  bufferFrames: 40,
  writeMBs: 150,
  cullS: 2,
};

const named = z.string().max(300);
const number = z.number();

/** An item made from the briefs, as what it is. */
export const CheckItemSchema = z.discriminatedUnion('code', [
  z.strictObject({ code: z.literal('kit'), body: named.nullable(), lens: z.union([named, number]) }),
  z.strictObject({ code: z.literal('batteries'), count: number }),
  z.strictObject({ code: z.literal('cards'), count: number, gb: number }),
  z.strictObject({
    code: z.literal('set'),
    body: named.nullable(),
    bits: number,
    shutter: z.enum(SHUTTER_TYPES),
    ceilingIso: number,
    fixedIso: number.optional(),
    stabiliser: z.boolean(),
    darkFocus: z.boolean(),
  }),
  z.strictObject({ code: z.literal('meter'), light: named.nullable() }),
  z.strictObject({ code: z.literal('flicker'), shutterS: number }),
  z.strictObject({
    code: z.literal('caution'),
    caution: z.discriminatedUnion('code', [
      z.strictObject({ code: z.literal('own'), words: named }),
      z.strictObject({ code: z.literal('place'), place: z.enum(PLACES).exclude(['open']) }),
    ]),
  }),
  z.strictObject({ code: z.literal('watch'), what: z.enum(WATCHED) }),
  z.strictObject({ code: z.literal('setBack'), what: z.enum(SET_BACKS) }),
  z.strictObject({ code: z.literal('brighten'), title: named, thirds: number }),
  z.strictObject({ code: z.literal('copy'), frames: number }),
  ...(['venue', 'look', 'charge', 'tally'] as const).map((code) => z.strictObject({ code: z.literal(code) })),
]);
// Each is the other: a new item that is not in the schema does not compile.
const asItem = (item: z.infer<typeof CheckItemSchema>): CheckItem => item;
const asKeptItem = (item: CheckItem): z.infer<typeof CheckItemSchema> => item;
void asItem;
void asKeptItem;

/** A line of a checklist: the photographer's own, or made from the briefs and ticked, or put away so as not to come back. */
export const CheckSchema = z.discriminatedUnion('own', [
  z.strictObject({
    own: z.literal(true),
    key: z.string().min(1).max(400),
    text: z.string().trim().min(1).max(400),
    done: z.boolean(),
  }),
  z.strictObject({ own: z.literal(false), item: CheckItemSchema, done: z.boolean(), away: z.boolean().optional() }),
]);
export type Check = z.infer<typeof CheckSchema>;

export const CHECK_TIMES = ['before', 'arrival', 'afterwards'] as const;
const checks = z.array(CheckSchema).max(200);

/** The order of an outing, what is carried, and what must not be forgotten. */
export const RunSheetSchema = z.strictObject({
  title: label,
  day: DaySchema,
  startsAt: ClockSchema,
  timeZone: TimeZoneSchema,
  placeId: id.nullable(),
  segments: z.array(SegmentSchema).max(100),
  carried: CarriedSchema,
  checks: z.strictObject({ before: checks, arrival: checks, afterwards: checks }),
});
export type RunSheet = z.infer<typeof RunSheetSchema>;

export const FRAME_VERDICTS = ['sharp', 'soft', 'noisy', 'missed'] as const;
export type FrameVerdict = (typeof FRAME_VERDICTS)[number];

/** One press as judged on the spot, with how it was taken. */
export const TalliedSchema = z.strictObject({
  id,
  at: z.iso.datetime(),
  verdict: z.enum(FRAME_VERDICTS),
  shutterS: z.number().positive().max(3600),
  fNumber: z.number().positive().max(128),
  iso: z.number().positive().max(10_000_000),
  ev100: z.number().min(-12).max(24),
  distanceM: z.number().positive().max(20_000),
  take: z.enum(TAKE_CODES).describe('which other take it was; the plan itself where nothing is said').optional(),
});
export type Tallied = z.infer<typeof TalliedSchema>;

/** What was sharp, soft, noisy or missed while one brief was photographed on one day. */
export const TallySchema = z.strictObject({
  title: label,
  day: DaySchema,
  briefId: id.nullable(),
  runSheetId: id.nullable(),
  /** The brief as it was, for whoever reads the tally later. */
  brief: BriefSchema,
  frames: z.array(TalliedSchema).max(10_000),
});
export type Tally = z.infer<typeof TallySchema>;

/** Tallies as a file, to bring them back from a phone. Each keeps its id, so that bringing it twice counts once. */
export const TallyFileSchema = z.strictObject({
  format: z.literal('hushto-tally'),
  version: z.literal(2),
  tallies: z
    .array(z.strictObject({ id: z.uuid('An id of a tally is a UUID; take the file as Pocket saved it.'), tally: TallySchema }))
    .min(1)
    .max(200),
});
export type TallyFile = z.infer<typeof TallyFileSchema>;

/** A file of tallies as read, brought to today's form; what is none is left for the schema to refuse. */
export function tallyFileToday(file: unknown): unknown {
  if (typeof file !== 'object' || file === null || !('version' in file) || !('tallies' in file)) return file;
  if (file.version !== 1 || !Array.isArray(file.tallies)) return file;
  const tallies = file.tallies.map((one: unknown) =>
    typeof one === 'object' && one !== null && 'tally' in one ? { ...one, tally: provenanceByCountWithin(one.tally) } : one,
  );
  return { ...file, version: 2, tallies };
}
