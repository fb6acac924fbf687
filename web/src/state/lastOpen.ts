import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface LastOpen {
  /** The brief that was open last. */
  briefId: string | null;
}

/** Where one was, for the next visit. */
export const useLastOpen = create<LastOpen>()(
  persist(() => ({ briefId: null as string | null }), { name: 'hushto.lastOpen', version: 1 }),
);
