import { z } from 'zod';
import { BodySchema, BriefSchema, ShelfLensSchema } from './brief.ts';

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
export type StoredBrief = z.infer<typeof StoredBriefSchema>;
export type StoredBody = z.infer<typeof StoredBodySchema>;
export type StoredLens = z.infer<typeof StoredLensSchema>;

export const ErrorReplySchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
});
export const HealthSchema = z.object({ status: z.literal('ok'), version: z.string() });
