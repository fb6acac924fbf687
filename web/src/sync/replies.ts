import { kindOf, type Stored } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { baseOf, emptyEntry, sideOf, type Conflict, type Entry, type PendingWrite } from './entry.ts';
import { settled } from './settle.ts';

/** What the server's answers do to an entry: pure functions, like those of the user's actions. */

const MOST_SENT = 8;

/** A pending write is on its way to the server: from now on it may have arrived. */
export function sending(entry: Entry | null, { tag, document }: Pick<PendingWrite, 'tag' | 'document'>): Entry | null {
  if (entry?.pending?.tag !== tag) return entry;
  const { pending } = entry;
  return { ...entry, pending: { ...pending, sent: [...pending.sent, document].slice(-MOST_SENT) } };
}

/** How the server answered a write. */
export type Outcome =
  | { result: 'stored'; stored: Stored }
  | { result: 'deleted' }
  /** The server has another state of it; null: it deleted it. */
  | { result: 'conflict'; theirs: Stored | null }
  | { result: 'refused'; message: string };

/** What was sent was answered. Meanwhile it may have been edited again, deleted, or have come into conflict. */
export function answered(entry: Entry | null, sent: PendingWrite, outcome: Outcome): Entry | null {
  if (!entry) return null;
  // The same edit, and not merged meanwhile with one of another window.
  const same = entry.pending?.tag === sent.tag && equal(entry.pending.document, sent.document);
  switch (outcome.result) {
    case 'stored':
      return afterStored(entry, sent, outcome.stored, same);
    case 'deleted':
      return afterDeleted(entry, sent, same);
    case 'conflict':
      return afterConflict(entry, outcome.theirs);
    case 'refused': {
      if (entry.conflict) return entry;
      const mine = entry.pending ? entry.pending.document : sent.document;
      const others = entry.server ? [entry.server.document] : [];
      const base = baseOf(entry.server);
      const conflict: Conflict = { why: 'refused', mine, others, fields: [], base, refusal: outcome.message };
      return { ...entry, pending: null, conflict };
    }
  }
}

function afterStored(entry: Entry, sent: PendingWrite, stored: Stored, same: boolean): Entry | null {
  const next = { ...withServer(entry, stored), createdAt: stored.createdAt };
  const base = next.server && { revision: stored.revision, document: stored.document };
  if (entry.conflict) return { ...next, conflict: { ...entry.conflict, base } };
  if (!entry.pending) return next;
  if (same && entry.pending.document !== null) return next.server ? { ...next, pending: null } : null;
  if (!base) return afterConflict(next, null);
  const pending: PendingWrite = { ...entry.pending, base, sent: [], undelete: false };
  if (pending.document === null) return { ...next, pending };
  // What was typed while it was on its way was typed on what was sent.
  return settled(next, pending, sent.document, pending.document, stored.document);
}

function afterDeleted(entry: Entry, sent: PendingWrite, same: boolean): Entry | null {
  // A restore brought it back while the answer was on its way.
  const server = isNewer(entry, sent) ? entry.server : null;
  const next = { ...entry, server };
  if (entry.conflict) return { ...next, conflict: { ...entry.conflict, base: baseOf(server) } };
  if (!entry.pending || same || entry.pending.document === null) return server && { ...next, pending: null };
  return { ...next, pending: { ...entry.pending, base: sent.base, undelete: true, sent: [] } };
}

/** Whether the server is known to have had it at a later revision than the one a write was made on. */
const isNewer = ({ server }: Entry, { base }: PendingWrite): boolean =>
  server !== null && server.revision > (base?.revision ?? 0);

function afterConflict(entry: Entry, theirs: Stored | null): Entry | null {
  const { pending, conflict } = entry;
  // Gone at the revision the change was made on, and there at a later one: a restore brought it back meanwhile.
  if (!theirs && pending && entry.server && isNewer(entry, pending))
    return afterConflict(entry, { id: entry.id, createdAt: entry.createdAt, ...entry.server });
  if (!theirs) return afterGone(entry);
  const next = { ...withServer(entry, theirs), createdAt: theirs.createdAt };
  if (!next.server) return afterGone(next);
  const base = { revision: theirs.revision, document: theirs.document };
  if (!pending) return conflict ? { ...next, conflict: { ...conflict, base, others: withOther(conflict, theirs) } } : next;
  // It is what was sent before, whose answer was lost: nobody else's.
  const ours = pending.sent.some((sent) => sent !== null && equal(sent, theirs.document));
  if (ours || (pending.base && equal(pending.base.document, theirs.document)))
    return { ...next, pending: { ...pending, base, sent: [], undelete: false } };
  if (pending.document === null) {
    const unseen: Conflict = { why: 'edited', mine: null, others: [theirs.document], fields: [], base, refusal: null };
    return { ...next, pending: null, conflict: unseen };
  }
  // Begun anew over a deleted one, which came back as it was: none of that is part of what was begun.
  const seen = pending.base?.document ?? (pending.undelete ? theirs.document : {});
  return settled(next, { ...pending, base, sent: [], undelete: false }, seen, pending.document, theirs.document);
}

/** The server deleted it. */
function afterGone(entry: Entry): Entry | null {
  const { pending, conflict, kind } = entry;
  const next = { ...entry, server: null };
  if (!pending) return conflict ? { ...next, conflict: { ...conflict, base: null } } : entry;
  if (pending.document === null) return null;
  // Counted on after the tally was deleted: what is counted from now on is a tally again.
  if (pending.base === null && !pending.undelete && kindOf(kind).onConflict === 'keepMine')
    return { ...next, pending: { ...pending, undelete: true, sent: [] } };
  const gone: Conflict = { why: 'deleted', mine: pending.document, others: [], fields: [], base: null, refusal: null };
  return { ...next, pending: null, conflict: gone };
}

const withOther = ({ mine, others }: Conflict, { document }: Stored): readonly unknown[] =>
  equal(mine, document) || others.some((other) => equal(other, document)) ? others : [...others, document];

/** The server says that it was deleted. */
export function pulledAway(entry: Entry | null, revision: number): Entry | null {
  if (!entry || (entry.server && entry.server.revision > revision)) return entry;
  const deletedRevision = Math.max(entry.deletedRevision, revision);
  return withoutServer(entry, deletedRevision);
}

/** The server says that it has this. */
export function pulled(entry: Entry | null, { kind, id }: Pick<Entry, 'kind' | 'id'>, stored: Stored): Entry {
  const now = entry ?? emptyEntry(kind, id, 0);
  return { ...withServer(now, stored), createdAt: stored.createdAt };
}

/**
 * The server says that it has this after a restore: what this browser believed of the server before no longer holds, whatever its
 * revision. Changes that were not sent stay.
 */
export const pulledAnew = (entry: Entry | null, target: Pick<Entry, 'kind' | 'id'>, stored: Stored): Entry =>
  pulled(entry && { ...entry, server: null, deletedRevision: 0 }, target, stored);

/** After a restore the server does not have it. */
export const absent = (entry: Entry | null): Entry | null => entry && withoutServer(entry, 0);

function withoutServer(entry: Entry, deletedRevision: number): Entry | null {
  const next = { ...entry, server: null, deletedRevision };
  if (entry.pending || entry.conflict) return next;
  if (entry.draft === null || !entry.server) return null;
  // Something was typed that cannot be used yet: it is not thrown away without asking.
  const mine = entry.server.document;
  return { ...next, conflict: { why: 'deleted', mine, others: [], fields: [], base: null, refusal: null } };
}

/** With what the server said, unless something newer is known. */
function withServer(entry: Entry, stored: Stored): Entry {
  if (stored.revision < entry.deletedRevision || (entry.server && entry.server.revision > stored.revision)) return entry;
  return { ...entry, server: sideOf(stored), deletedRevision: 0 };
}
