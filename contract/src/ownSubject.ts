import { SUBJECT_KINDS } from '@hushto/core';
import { z } from 'zod';

/** A subject of one's own, by the name it is met again by. */
export const OwnSubjectSchema = z.strictObject({
  label: z.string().trim().min(1).max(120),
  verb: z.string().trim().min(1).max(120),
  kind: z.enum(SUBJECT_KINDS),
  speedMps: z.number().min(0).max(150),
  limbFactor: z.number().min(1).max(30),
  tone: z.number().min(0.005).max(1),
});
export type OwnSubject = z.infer<typeof OwnSubjectSchema>;
