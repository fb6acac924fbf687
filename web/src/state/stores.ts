import { useStore } from 'zustand';
import { createDrafts, type Drafts } from './drafts.ts';

/** The browser's unsaved edits. */
export const draftStore = createDrafts(() => localStorage, Date.now);

export const useDrafts = <Selected>(select: (state: Drafts) => Selected): Selected => useStore(draftStore, select);
