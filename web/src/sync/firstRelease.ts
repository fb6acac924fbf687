import { KIND_NAMES, openDocument, type KindName } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { z } from 'zod';
import { edited } from './actions.ts';
import { emptyEntry, keyOf, type Entry } from './entry.ts';
import type { KeyedStep } from './localEntries.ts';
import type { Disk } from './localWrites.ts';

const KindSchema = z.enum(KIND_NAMES as [KindName, ...KindName[]]);
const ChangeSchema = z.object({
  shelf: KindSchema,
  id: z.string().min(1),
  kind: z.enum(['put', 'delete', 'restore']),
  document: z.unknown(),
  base: z.object({ revision: z.number(), document: z.unknown() }).nullable(),
  atMs: z.number(),
});
const ClashSchema = z.object({
  shelf: KindSchema,
  id: z.string().min(1),
  mine: z.unknown(),
  theirs: z.object({ revision: z.number(), document: z.unknown() }).nullable(),
  fields: z.array(z.string()),
  refusal: z.string().nullable(),
});
const DraftsSchema = z.object({
  state: z.object({ byId: z.record(z.string(), z.object({ from: z.unknown(), good: z.unknown() })) }),
});

const CHANGE = 'hushto.change.';
const CLASH = 'hushto.clash.';
const DRAFTS = 'hushto.drafts';

/**
 * Reads what the first release left in local storage: changes and conflicts, a key each, and briefs that were edited but not saved.
 * A key is removed only when what it held is on the disk; what cannot be understood is put aside.
 */
export async function readFirstRelease(storage: Storage, disk: Disk & { putAside(what: unknown): Promise<void> }): Promise<void> {
  for (const key of Object.keys(storage).filter((one) => one.startsWith(CHANGE) || one.startsWith(CLASH) || one === DRAFTS)) {
    const text = storage.getItem(key);
    if (text === null) continue;
    const json = parsed(text);
    const steps = key === DRAFTS ? fromDrafts(json) : [unlessNewer(key.startsWith(CHANGE) ? fromChange(json) : fromClash(json))];
    const sound = steps.filter((one) => one !== null);
    if (sound.length > 0) await disk.commit(sound);
    if (sound.length < steps.length) await disk.putAside({ key, text });
    storage.removeItem(key);
  }
}

/** What this release already has of it is newer. */
const unlessNewer = (entry: Entry | null): KeyedStep | null =>
  entry && [keyOf(entry.kind, entry.id), (now) => (now?.pending || now?.conflict ? now : entry)];

function fromChange(json: unknown): Entry | null {
  const { data } = ChangeSchema.safeParse(json);
  if (!data) return null;
  const { shelf: kind, id, document, base, atMs } = data;
  const [wanted, seen] = [opened(kind, document), base && opened(kind, base.document)];
  if ((data.kind !== 'delete' && wanted === null) || (base && seen === null)) return null;
  return {
    ...emptyEntry(kind, id, atMs),
    // It may have been sent, and the answer lost.
    pending: {
      document: data.kind === 'delete' ? null : wanted,
      base: base && { ...base, document: seen },
      sent: [data.kind === 'delete' ? null : wanted],
      undelete: data.kind === 'restore',
      tag: `earlier.${atMs}`,
      atMs,
      before: null,
    },
  };
}

function fromClash(json: unknown): Entry | null {
  const { data } = ClashSchema.safeParse(json);
  if (!data) return null;
  const { shelf: kind, id, theirs, fields, refusal } = data;
  const [mine, other] = [opened(kind, data.mine), theirs && opened(kind, theirs.document)];
  if (mine === null || (theirs && other === null)) return null;
  const why = refusal !== null ? 'refused' : theirs ? 'edited' : 'deleted';
  const base = theirs && { revision: theirs.revision, document: other };
  return { ...emptyEntry(kind, id, 0), conflict: { why, mine, others: theirs ? [other] : [], fields, base, refusal } };
}

/** Edits of briefs that were not saved are edits like any other now. */
function fromDrafts(json: unknown): (KeyedStep | null)[] {
  const { data } = DraftsSchema.safeParse(json);
  if (!data) return [null];
  return Object.entries(data.state.byId).map(([id, draft]) => {
    const [from, good] = [opened('briefs', draft.from), opened('briefs', draft.good)];
    if (from === null || good === null) return null;
    const edit = { kind: 'briefs' as const, id, seen: from, after: good, draft: null, tag: `draft.${id}`, atMs: 0 };
    // Where nothing of it is here, of a revision that nobody has: the server says what it has, and the two are brought together.
    const base = { revision: 0, document: from };
    const pending: Entry['pending'] = { document: good, base, sent: [], undelete: false, tag: edit.tag, atMs: 0, before: null };
    return [
      keyOf('briefs', id),
      (now) => (now ? edited(now, edit) : equal(from, good) ? null : { ...emptyEntry('briefs', id, 0), pending }),
    ];
  });
}

/** A document of the first release in today's form; null where it is none. */
function opened(kind: KindName, document: unknown): unknown {
  const found = openDocument(kind, 1, document);
  return 'document' in found ? found.document : null;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
