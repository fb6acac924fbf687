import { z } from 'zod';
import { KIND_NAMES, type KindName, type StoredOf } from './kinds.ts';

export type StoredBrief = StoredOf<'briefs'>;
export type StoredBody = StoredOf<'bodies'>;
export type StoredLens = StoredOf<'lenses'>;
export type StoredPlace = StoredOf<'places'>;
export type StoredRunSheet = StoredOf<'runSheets'>;
export type StoredTally = StoredOf<'tallies'>;
export type StoredHold = StoredOf<'holds'>;
export type StoredTaste = StoredOf<'tastes'>;
export type StoredFocusTest = StoredOf<'focusTests'>;
export type StoredKitLook = StoredOf<'kitLooks'>;
export type StoredSubject = StoredOf<'subjects'>;

export const ErrorReplySchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
});
export const HealthSchema = z.object({ status: z.literal('ok'), version: z.string() });

const KindNameSchema = z.enum(KIND_NAMES as [KindName, ...KindName[]]);

/** Everything changed since a revision, oldest first: what is deleted without its document. */
export const ChangesSchema = z.object({
  /** Names this database. After a restore it is another: what was read before is to be read anew. */
  history: z.string(),
  /** Ask from here the next time. */
  revision: z.number().int(),
  /** Whether there is more beyond that already. */
  more: z.boolean(),
  /** In which format each kind's documents come. They were checked by its schema. */
  formats: z.record(z.string(), z.number().int()),
  changes: z.array(
    z.object({
      kind: KindNameSchema,
      id: z.string(),
      revision: z.number().int(),
      createdAt: z.string(),
      updatedAt: z.string(),
      deleted: z.boolean(),
      document: z.unknown().optional(),
    }),
  ),
});
export type Changes = z.infer<typeof ChangesSchema>;

/** A stored document that cannot be read and stands aside. */
export const AsideSchema = z.object({
  kind: KindNameSchema,
  id: z.string(),
  title: z.string(),
  updatedAt: z.string(),
  why: z.enum(['notJson', 'newer', 'fields']),
  issues: z.array(z.object({ path: z.string(), message: z.string() })),
});
export type Aside = z.infer<typeof AsideSchema>;

/** A copy of the whole database. */
export const BackupSchema = z.object({
  name: z.string(),
  madeAt: z.string(),
  bytes: z.number().int(),
  /** Whether it was read through and found whole; null while that was not looked at. */
  sound: z.boolean().nullable(),
  /** Whether it is of what a restore replaced; such a one is kept for a week. */
  beforeRestore: z.boolean(),
});
export type Backup = z.infer<typeof BackupSchema>;

/** What is kept, how safely, and what stands aside. */
export const DataStateSchema = z.object({
  folder: z.string().nullable().describe('null where it is not told: over the network'),
  bytes: z.number().int(),
  counts: z.record(KindNameSchema, z.number().int()),
  log: z.object({ frames: z.number().int(), previews: z.number().int() }),
  backups: z.array(BackupSchema),
  aside: z.array(AsideSchema),
});
export type DataState = z.infer<typeof DataStateSchema>;

/** The result of bringing an archive in. */
export const BroughtSchema = z.object({
  added: z.number().int(),
  /** There already, the same. */
  same: z.number().int(),
  /** Documents there already, but different: brought in beside them. */
  beside: z.number().int(),
  /** Verdicts, causes and pictures of frames that had none here. */
  filled: z.number().int(),
  /** Frames with another verdict here, which stays. */
  differing: z.number().int(),
  /** Rows of the log that do not fit: they are in the archive still. */
  leftOut: z.number().int(),
  /** The first of those: line of the archive, and what does not fit. */
  lines: z.array(z.object({ line: z.number().int(), field: z.string() })),
});
export type Brought = z.infer<typeof BroughtSchema>;

/** A paired device, without what it shows us. */
export const DeviceSchema = z.object({
  id: z.string(),
  name: z.string(),
  pairedAt: z.string(),
  seenAt: z.string(),
  expiresAt: z.string(),
});
export type Device = z.infer<typeof DeviceSchema>;

/** How phones are paired; null while the network is not served. The code is there only while pairing is open. */
export const PairingSchema = z
  .object({
    address: z.string(),
    open: z.object({ code: z.string(), until: z.string() }).nullable(),
    devices: z.array(DeviceSchema),
  })
  .nullable();
export type PairingState = z.infer<typeof PairingSchema>;
export const PairSchema = z.strictObject({
  code: z.string().trim().min(1).max(20),
  name: z.string().trim().max(60).optional().describe('what the list of devices calls it'),
});
