import equal from 'fast-deep-equal';
import {
  baseOf,
  emptyEntry,
  shownOf,
  type Action,
  type ActionOf,
  type Choice,
  type Conflict,
  type Entry,
  type PendingWrite,
} from './entry.ts';
import { mergedOf, settled } from './settle.ts';

/**
 * What the user's actions do to an entry. Each is a pure function that may run again on whatever is on the disk by then: that is what
 * makes two windows, a broken connection and a closed tab harmless.
 */
export function applyAction(entry: Entry | null, action: Action): Entry | null {
  switch (action.type) {
    case 'edit':
      return action.safely ? editedOnce(entry, action) : edited(entry, action);
    case 'draft':
      return entry && { ...entry, draft: action.draft };
    case 'delete':
      return deleted(entry, action);
    case 'bringBack':
      return broughtBack(entry, action);
    case 'choose':
      // Nobody has chosen yet about what another window changed meanwhile.
      return entry && equal(entry.conflict, action.conflict) ? chosen(entry, action).entry : entry;
  }
}

const MOST_APPLIED = 64;

/** An edit that another window may have found in local storage and applied already. */
function editedOnce(entry: Entry | null, action: ActionOf<'edit'>): Entry | null {
  const applied = entry?.applied ?? [];
  if (applied.includes(action.tag)) return entry;
  return { ...edited(entry, action), applied: [...applied, action.tag].slice(-MOST_APPLIED) };
}

/** A document was edited, or made. Merged with whatever this window had not seen of it. */
export function edited(
  entry: Entry | null,
  { kind, id, seen, after, draft, tag, atMs }: Omit<ActionOf<'edit'>, 'type' | 'safely'>,
): Entry {
  const now = entry ?? emptyEntry(kind, id, atMs);
  const next: Entry = { ...now, draft };
  if (now.conflict) return editedInConflict(next, now.conflict, seen, after);
  if (now.pending) {
    const { pending } = now;
    // Deleted in another window meanwhile: what is edited lives on.
    if (pending.document === null)
      return {
        ...next,
        pending: { ...pending, document: after, undelete: pending.sent.length > 0, tag, atMs, before: null },
      };
    return settled(next, { ...pending, tag, atMs }, seen ?? pending.base?.document ?? {}, after, pending.document);
  }
  const fresh: PendingWrite = { document: after, base: baseOf(now.server), sent: [], undelete: false, tag, atMs, before: null };
  if (!now.server) {
    if (seen === null) return { ...next, pending: fresh };
    return { ...next, conflict: { why: 'deleted', mine: after, others: [], fields: [], base: null, refusal: null } };
  }
  return settled(next, fresh, seen ?? {}, after, now.server.document);
}

function editedInConflict(entry: Entry, conflict: Conflict, seen: unknown, after: unknown): Entry {
  const { mine } = conflict;
  if (mine === null) return { ...entry, conflict: { ...conflict, mine: after } };
  const merged = mergedOf(entry, seen ?? {}, after, mine);
  const others = merged.conflicts.length > 0 ? [...conflict.others, mine] : conflict.others;
  const fields = [...new Set([...conflict.fields, ...merged.conflicts])];
  return { ...entry, conflict: { ...conflict, mine: merged.document, others, fields } };
}

/** It was deleted. What this window had not seen of it is not deleted without asking. */
export function deleted(
  entry: Entry | null,
  { seen, conflict: seenConflict, tag, atMs }: Pick<ActionOf<'delete'>, 'seen' | 'conflict' | 'tag' | 'atMs'>,
): Entry | null {
  if (!entry) return null;
  const current = shownOf(entry);
  const { conflict, pending } = entry;
  if (current === null && !conflict) return entry;
  const base = conflict ? conflict.base : pending ? pending.base : baseOf(entry.server);
  // It came into conflict, or into another one, unseen: the deletion is one more side of that.
  if (conflict && !equal(conflict, seenConflict)) {
    const { mine, others } = conflict;
    return { ...entry, conflict: { ...conflict, mine: null, others: mine === null ? others : [...others, mine] } };
  }
  if (!conflict && !equal(current, seen)) {
    const unseen: Conflict = { why: 'edited', mine: null, others: [current], fields: [], base, refusal: null };
    return { ...entry, pending: null, conflict: unseen };
  }
  const write: PendingWrite = {
    document: null,
    base,
    sent: pending?.sent ?? [],
    undelete: false,
    tag,
    atMs,
    before: { pending: pending && { ...pending, before: null }, conflict },
  };
  return { ...entry, pending: write, conflict: null, draft: null };
}

/** A deletion is undone, whether it was sent or not. */
export function broughtBack(
  entry: Entry | null,
  { kind, id, createdAt, document, tag, atMs }: Omit<ActionOf<'bringBack'>, 'type'>,
): Entry {
  const now = entry ?? { ...emptyEntry(kind, id, atMs), createdAt };
  const { pending } = now;
  if (pending && pending.document === null) {
    const unsent = pending.before && pending.sent.length === (pending.before.pending?.sent.length ?? 0);
    const before = unsent ? { ...now, ...pending.before } : null;
    // Deleted elsewhere too in the meantime, there is nothing to go back to: it is brought back there.
    if (before && shownOf(before) !== null) return before;
    return { ...now, pending: { ...pending, document, undelete: true, tag, atMs, before: null } };
  }
  if (shownOf(now) !== null) return now;
  // The server may never have had it, when it was made and deleted here: then bringing it back makes it.
  const base = { revision: 0, document };
  return { ...now, pending: { document, base, sent: [], undelete: true, tag, atMs, before: null } };
}

/** The user chose which side of a conflict stays. @returns the entry after it, and documents that live on under ids of their own */
export function chosen(
  entry: Entry,
  { choice, tag, atMs }: Pick<ActionOf<'choose'>, 'tag' | 'atMs'> & { choice: Choice },
): { entry: Entry | null; copies: unknown[] } {
  const { conflict } = entry;
  if (!conflict) return { entry, copies: [] };
  const free: Entry = { ...entry, conflict: null, draft: null };
  const withDocument = (document: unknown): Entry | null => {
    const same = conflict.base ? equal(document, conflict.base.document) : document === null;
    if (same) return entry.server || conflict.base ? { ...free, pending: null } : null;
    return { ...free, pending: { document, base: conflict.base, sent: [], undelete: false, before: null, tag, atMs } };
  };
  // Deleted or refused by the server: it cannot stay under its id.
  const homeless = conflict.why === 'deleted' || (conflict.why === 'refused' && conflict.mine !== null);
  const there = entry.server ? { ...free, pending: null } : null;
  if (choice === 'mine' && homeless) return { entry: there, copies: [conflict.mine] };
  if (choice === 'mine') return { entry: withDocument(conflict.mine), copies: [] };
  const other = conflict.others[typeof choice === 'object' ? choice.other : 0];
  const stays = other === undefined ? there : withDocument(other);
  if (choice !== 'both') return { entry: stays, copies: [] };
  const rest = [conflict.mine, ...conflict.others.slice(1)].filter((document) => document !== null);
  return { entry: stays, copies: rest };
}
