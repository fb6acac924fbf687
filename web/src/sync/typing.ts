import { type FieldIssue } from '@hushto/contract';
import { fieldIssues } from '@hushto/words';
import equal from 'fast-deep-equal';
import type { z } from 'zod';
import type { Draft } from './entry.ts';

/** What a change comes to, of a document of which something may be typed that cannot be used. */
export interface Typed<Document> {
  /** The document as it can be used now, and what that was changed from; null where the change cannot be used. */
  use: { seen: unknown; after: Document } | null;
  /** What stays as typed beside it. */
  draft: Draft | null;
  issues: FieldIssue[];
}

/**
 * A change is made to what is typed. Where that as a whole cannot be used because of something typed before, the change is made to the
 * last good document by itself: one bad value keeps no other from counting.
 * @returns null where it changes nothing
 */
export function typedChange<Document>(
  schema: z.ZodType<Document>,
  good: Document,
  draft: Draft | null,
  change: (document: Document) => Document,
): Typed<Document> | null {
  const before = (draft?.typed ?? good) as Document;
  const typed = change(before);
  if (equal(before, typed)) return null;
  const whole = schema.safeParse(typed);
  if (whole.success) {
    const after = whole.data;
    return { use: { seen: draft?.on ?? good, after }, draft: equal(after, typed) ? null : { typed, on: after }, issues: [] };
  }
  const issues = fieldIssues(whole.error);
  const alone = draft && schema.safeParse(change(good));
  if (alone?.success && !equal(alone.data, good))
    return { use: { seen: good, after: alone.data }, draft: { typed, on: alone.data }, issues };
  return { use: null, draft: { typed, on: draft?.on ?? good }, issues };
}
