import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface LastOpen {
  /** The brief that was open last. */
  briefId: string | null;
  /** Whether a photo of one's own was ever kept here: only then is one looked for. */
  hasPhotos: boolean;
}

/** Where one was, for the next visit. */
export const useLastOpen = create<LastOpen>()(
  persist((): LastOpen => ({ briefId: null, hasPhotos: false }), { name: 'hushto.lastOpen', version: 1 }),
);
