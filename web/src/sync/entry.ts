import { KIND_NAMES, type KindName, type Stored } from '@hushto/contract';
import { z } from 'zod';

/** Names one document of any kind. */
export const keyOf = (kind: KindName, id: string): string => `${kind}/${id}`;

const KindSchema = z.enum(KIND_NAMES as [KindName, ...KindName[]]);
/** A document, or null for none. That it is missing is not the same as null: null deletes. */
const document = z.unknown().refine((value): boolean => value !== undefined, 'A document is missing.');

/** A document the server had, with the revision it had then. Revision 0: nobody knows whether the server ever had it. */
const BaseSchema = z.object({ revision: z.number(), document });
export type Base = z.infer<typeof BaseSchema>;

/** A document as the server has it now. */
const ServerSideSchema = z.object({ revision: z.number(), updatedAt: z.string(), document });
export type ServerSide = z.infer<typeof ServerSideSchema>;

/** Two states of one document of which only the user can say which is to stay. */
const ConflictSchema = z.object({
  why: z.enum(['edited', 'deleted', 'refused']),
  /** This window's state; null where it was deleted here. */
  mine: document,
  /** The other state, or states. None where it was deleted elsewhere. */
  others: z.array(z.unknown()).readonly(),
  /** Paths of the fields that both sides changed. */
  fields: z.array(z.string()).readonly(),
  /** What the server has: whatever is chosen is sent as a change of it. */
  base: BaseSchema.nullable(),
  /** Why the server refuses it. */
  refusal: z.string().nullable(),
});
export type Conflict = z.infer<typeof ConflictSchema>;

/** When and by which edit. */
const stamp = { tag: z.string(), atMs: z.number() };

const write = {
  /** Null deletes it. */
  document,
  /** What the server had when this began; null for what was made here. */
  base: BaseSchema.nullable(),
  /** States that were sent and never answered, so may have arrived: at most the last few. */
  sent: z.array(z.unknown()).readonly(),
  /** Whether it is to be brought back where the server deleted it. */
  undelete: z.boolean(),
  ...stamp,
};
/** A change that the server is not known to have yet. */
const PendingWriteSchema = z.object({
  ...write,
  /** What undoing a deletion goes back to. */
  before: z
    .object({ pending: z.object({ ...write, before: z.null() }).nullable(), conflict: ConflictSchema.nullable() })
    .nullable(),
});
export type PendingWrite = z.infer<typeof PendingWriteSchema>;

/** A document as typed, where it cannot be used yet or only in another form. The last usable state is what is planned with and sent. */
const DraftSchema = z.object({
  typed: z.unknown(),
  /** The document it was typed on. */
  on: z.unknown(),
});
export type Draft = z.infer<typeof DraftSchema>;

/** Everything this browser has of one document: the server's state, changes the server is not known to have, and open conflicts. */
export const EntrySchema = z.object({
  kind: KindSchema,
  id: z.string().min(1),
  createdAt: z.string(),
  server: ServerSideSchema.nullable(),
  /** The revision at which the server deleted it, 0 where it did not: an older answer that comes late does not bring it back. */
  deletedRevision: z.number(),
  pending: PendingWriteSchema.nullable(),
  conflict: ConflictSchema.nullable(),
  draft: DraftSchema.nullable(),
  /** Tags of the last edits that also stand in local storage, so that one that is found there again is not applied twice. */
  applied: z.array(z.string()).readonly().default([]),
});
export type Entry = z.infer<typeof EntrySchema>;

const target = { kind: KindSchema, id: z.string().min(1) };
const ChoiceSchema = z.union([z.enum(['mine', 'both']), z.object({ other: z.number() })]);
/** Which of two conflicting states stays. */
export type Choice = z.infer<typeof ChoiceSchema>;

/** Something the user did to a document, as data: it can be applied again where it may not have reached the disk. */
export const ActionSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('edit'),
    ...target,
    /** What the window showed when it was edited; null for a new document. */
    seen: document,
    after: document,
    draft: DraftSchema.nullable(),
    /** Whether it stands in local storage before it is on the disk, where another window may find it. */
    safely: z.boolean().default(false),
    ...stamp,
  }),
  z.object({ type: z.literal('draft'), ...target, draft: DraftSchema }),
  z.object({ type: z.literal('delete'), ...target, seen: document, conflict: ConflictSchema.nullable(), ...stamp }),
  z.object({ type: z.literal('bringBack'), ...target, createdAt: z.string(), document, ...stamp }),
  z.object({ type: z.literal('choose'), ...target, conflict: ConflictSchema, choice: ChoiceSchema, ...stamp }),
]);
export type Action = z.infer<typeof ActionSchema>;
export type ActionOf<Type extends Action['type']> = Extract<Action, { type: Type }>;

/** The document to show and to edit; null where there is none (any more). */
export function shownOf({ server, pending, conflict }: Entry): unknown {
  if (conflict) return conflict.mine ?? conflict.others[0] ?? null;
  if (pending) return pending.document;
  return server?.document ?? null;
}

export const isWaiting = (entry: Entry): boolean => entry.pending !== null;

/** Nothing of a document, yet. */
export const emptyEntry = (kind: KindName, id: string, atMs: number): Entry => ({
  kind,
  id,
  createdAt: new Date(atMs).toISOString(),
  server: null,
  deletedRevision: 0,
  pending: null,
  conflict: null,
  draft: null,
  applied: [],
});

export const baseOf = (server: ServerSide | null): Base | null =>
  server && { revision: server.revision, document: server.document };
export const sideOf = ({ revision, updatedAt, document: shown }: Stored): ServerSide => ({
  revision,
  updatedAt,
  document: shown,
});
