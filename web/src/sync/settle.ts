import { kindOf } from '@hushto/contract';
import equal from 'fast-deep-equal';
import type { Conflict, Entry, PendingWrite } from './entry.ts';
import { mergeThree, type Merged } from './merge.ts';

/** Merges two changes of one document. Kinds that never ask keep this side's value where both changed one field. */
export function mergedOf({ kind }: Pick<Entry, 'kind'>, seen: unknown, after: unknown, current: unknown): Merged<unknown> {
  const merged = mergeThree(seen, after, current);
  return kindOf(kind).onConflict === 'ask' ? merged : { ...merged, conflicts: [] };
}

/** Merges an edit with the document as it is by now: one pending write, or a conflict. */
export function settled(entry: Entry, write: PendingWrite, seen: unknown, after: unknown, current: unknown): Entry {
  const { document, conflicts } = mergedOf(entry, seen, after, current);
  if (conflicts.length > 0) {
    const conflict: Conflict = {
      why: 'edited',
      mine: document,
      others: [current],
      fields: conflicts,
      base: write.base,
      refusal: null,
    };
    return { ...entry, pending: null, conflict };
  }
  // Back to what the server has, and nothing on its way: there is nothing to send.
  if (write.sent.length === 0 && write.base && equal(document, write.base.document)) return { ...entry, pending: null };
  return { ...entry, pending: { ...write, document } };
}
