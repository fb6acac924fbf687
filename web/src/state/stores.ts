import { useStore } from 'zustand';
import { createDrafts, type Drafts } from './drafts.ts';

/** The browser's unsaved edits. */
export const draftStore = createDrafts(() => localStorage, Date.now);

export const useDrafts = <Selected>(select: (state: Drafts) => Selected): Selected => useStore(draftStore, select);

/** What another window writes is taken over, so that neither window's edits write over the other's. */
export function followOtherWindows(): void {
  addEventListener('storage', ({ key }) => {
    if (key === draftStore.persist.getOptions().name) void draftStore.persist.rehydrate();
  });
}
