import { BriefSchema, fieldIssues, type FieldIssue } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import { createJSONStorage, persist, type StateStorage } from 'zustand/middleware';

/** One brief being edited: as it stands, and as it last could be planned. */
export interface Draft {
  /** The brief as it was stored when it was first edited; what others did since is merged against it. */
  from: Brief;
  brief: Brief;
  good: Brief;
  issues: FieldIssue[];
}

export interface Drafts {
  /** Unsaved edits by brief id; they survive a reload. */
  byId: Record<string, Draft>;
  lastOpen: string | null;
  /** Earlier and undone states of each brief in this window, latest last. */
  past: Record<string, readonly Brief[]>;
  future: Record<string, readonly Brief[]>;
  open: (id: string | null) => void;
  edit: (id: string, stored: Brief, change: (brief: Brief) => Brief) => void;
  /** Back to what is stored, as a step of its own that can be undone. */
  discard: (id: string, stored: Brief) => void;
  /** What was edited is stored now; what came before can still be undone. */
  saved: (id: string) => void;
  undo: (id: string, stored: Brief) => void;
  redo: (id: string, stored: Brief) => void;
}

/** Changes that follow each other faster than this, ms, are one step to undo: a drag, or typing. */
const ONE_STEP_MS = 600;
const MOST_STEPS = 100;
const NO_EDIT = { id: '', at: -Infinity };

/**
 * @param storage where edits are kept between visits; the browser's own in the app
 * @param now the time, ms; tells a drag from single changes
 */
export const createDrafts = (storage: () => StateStorage, now: () => number) => {
  let lastEdit = NO_EDIT;
  return createStore<Drafts>()(
    persist(
      (set, get) => {
        /** The drafts with one brief as given; none where it is what is stored. */
        const withBrief = (byId: Drafts['byId'], id: string, stored: Brief, brief: Brief): Drafts['byId'] =>
          equal(brief, stored) ? without(byId, id) : { ...byId, [id]: edited(byId[id] ?? cleanDraft(stored), () => brief) };
        const step = (from: 'past' | 'future', to: 'past' | 'future') => (id: string, stored: Brief) =>
          set((state) => {
            const target = state[from][id]?.at(-1);
            if (!target) return state;
            lastEdit = NO_EDIT;
            return {
              byId: withBrief(state.byId, id, stored, target),
              [from]: { ...state[from], [id]: state[from][id]!.slice(0, -1) },
              [to]: { ...state[to], [id]: [...(state[to][id] ?? []), state.byId[id]?.brief ?? stored] },
            };
          });
        return {
          byId: {},
          lastOpen: null,
          past: {},
          future: {},
          open: (id) => set({ lastOpen: id }),
          edit: (id, stored, change) =>
            set(({ byId, past, future }) => {
              const before = byId[id]?.brief ?? stored;
              const goesOn = lastEdit.id === id && now() - lastEdit.at < ONE_STEP_MS;
              lastEdit = { id, at: now() };
              return {
                byId: withBrief(byId, id, stored, change(before)),
                past: goesOn ? past : { ...past, [id]: [...(past[id] ?? []), before].slice(-MOST_STEPS) },
                future: without(future, id),
              };
            }),
          discard: (id, stored) => {
            lastEdit = NO_EDIT;
            get().edit(id, stored, () => stored);
            lastEdit = NO_EDIT;
          },
          saved: (id) => set(({ byId }) => ({ byId: without(byId, id) })),
          undo: step('past', 'future'),
          redo: step('future', 'past'),
        };
      },
      {
        name: 'hushto.drafts',
        version: 1,
        storage: createJSONStorage(storage),
        partialize: ({ byId, lastOpen }) => ({ byId, lastOpen }),
        merge: (kept, fresh) => ({ ...fresh, ...plannable(kept as Partial<Drafts> | undefined) }),
      },
    ),
  );
};

export const cleanDraft = (brief: Brief): Draft => ({ from: brief, brief, good: brief, issues: [] });

/** An edit keeps the last good brief while the new one cannot be planned. */
export function edited(draft: Draft, change: (brief: Brief) => Brief): Draft {
  const brief = change(draft.brief);
  const parsed = BriefSchema.safeParse(brief);
  return parsed.success ? { ...cleanDraft(brief), from: draft.from } : { ...draft, brief, issues: fieldIssues(parsed.error) };
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
