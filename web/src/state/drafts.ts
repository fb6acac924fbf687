import { BriefSchema, fieldIssues, type FieldIssue } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import { createJSONStorage, persist, type StateStorage } from 'zustand/middleware';

/** One brief being edited: as it stands, and as it last could be planned. */
export interface Draft {
  brief: Brief;
  good: Brief;
  issues: FieldIssue[];
}

export interface Drafts {
  /** Unsaved edits by brief id; they survive a reload. */
  byId: Record<string, Draft>;
  lastOpen: string | null;
  open: (id: string | null) => void;
  edit: (id: string, stored: Brief, change: (brief: Brief) => Brief) => void;
  discard: (id: string) => void;
}

/** @param storage where edits are kept between visits; the browser's own in the app */
export const createDrafts = (storage: () => StateStorage) =>
  createStore<Drafts>()(
    persist(
      (set) => ({
        byId: {},
        lastOpen: null,
        open: (id) => set({ lastOpen: id }),
        edit: (id, stored, change) =>
          set(({ byId }) => {
            const draft = edited(byId[id] ?? cleanDraft(stored), change);
            // Edited back to what is stored: nothing is left to save.
            return { byId: equal(draft.brief, stored) ? without(byId, id) : { ...byId, [id]: draft } };
          }),
        discard: (id) => set(({ byId }) => ({ byId: without(byId, id) })),
      }),
      {
        name: 'hushto.drafts',
        version: 1,
        storage: createJSONStorage(storage),
        partialize: ({ byId, lastOpen }) => ({ byId, lastOpen }),
        merge: (kept, fresh) => ({ ...fresh, ...plannable(kept as Partial<Drafts> | undefined) }),
      },
    ),
  );

export const cleanDraft = (brief: Brief): Draft => ({ brief, good: brief, issues: [] });

/** An edit keeps the last good brief while the new one cannot be planned. */
export function edited(draft: Draft, change: (brief: Brief) => Brief): Draft {
  const brief = change(draft.brief);
  const parsed = BriefSchema.safeParse(brief);
  return parsed.success ? cleanDraft(brief) : { brief, good: draft.good, issues: fieldIssues(parsed.error) };
}

/** Kept drafts whose last good brief can still be planned; what an older version left behind otherwise is let go. */
function plannable(kept: Partial<Drafts> | undefined): Pick<Drafts, 'byId' | 'lastOpen'> {
  const drafts = Object.entries(kept?.byId ?? {}).filter(([, draft]) => BriefSchema.safeParse(draft.good).success);
  return { byId: Object.fromEntries(drafts), lastOpen: kept?.lastOpen ?? null };
}

function without<Value>(record: Record<string, Value>, key: string): Record<string, Value> {
  const { [key]: _gone, ...rest } = record;
  return rest;
}
