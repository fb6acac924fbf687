import { z } from 'zod';
import { BodySchema, BriefSchema, ShelfLensSchema } from './brief.ts';
import { HoldSeriesSchema, TasteSeriesSchema } from './learning.ts';
import { PlaceSchema } from './place.ts';
import { RunSheetSchema, TallySchema } from './runSheet.ts';

const kept = {
  id: z.string(),
  /** Counts the changes; send it as If-Match to be told when somebody else changed it first. */
  revision: z.number().int(),
  createdAt: z.string(),
  updatedAt: z.string(),
};

/** What is stored under one id, with the document itself. */
export const StoredBriefSchema = z.object({ ...kept, document: BriefSchema });
export const StoredBodySchema = z.object({ ...kept, document: BodySchema });
export const StoredLensSchema = z.object({ ...kept, document: ShelfLensSchema });
export const StoredPlaceSchema = z.object({ ...kept, document: PlaceSchema });
export const StoredRunSheetSchema = z.object({ ...kept, document: RunSheetSchema });
export const StoredTallySchema = z.object({ ...kept, document: TallySchema });
export const StoredHoldSchema = z.object({ ...kept, document: HoldSeriesSchema });
export const StoredTasteSchema = z.object({ ...kept, document: TasteSeriesSchema });
export type StoredBrief = z.infer<typeof StoredBriefSchema>;
export type StoredBody = z.infer<typeof StoredBodySchema>;
export type StoredLens = z.infer<typeof StoredLensSchema>;
export type StoredPlace = z.infer<typeof StoredPlaceSchema>;
export type StoredRunSheet = z.infer<typeof StoredRunSheetSchema>;
export type StoredTally = z.infer<typeof StoredTallySchema>;
export type StoredHold = z.infer<typeof StoredHoldSchema>;
export type StoredTaste = z.infer<typeof StoredTasteSchema>;

export const ErrorReplySchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
});
export const HealthSchema = z.object({ status: z.literal('ok'), version: z.string() });

/** What the desktop shows for pairing a phone: where to open Hushto there, and the code to type. Null when the network is not served. */
export const PairingSchema = z.object({ address: z.string(), code: z.string() }).nullable();
export const PairSchema = z.strictObject({ code: z.string().trim().min(1).max(20) });
