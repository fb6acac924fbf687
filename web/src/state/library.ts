import type { StoredBody, StoredBrief, StoredLens } from '@hushto/contract';
import { create } from 'zustand';
import { api } from '../api/client.ts';

type Shelf = 'briefs' | 'bodies' | 'lenses';
interface Kept {
  briefs: StoredBrief;
  bodies: StoredBody;
  lenses: StoredLens;
}

interface Library {
  status: 'idle' | 'loading' | 'ready' | 'failed';
  /** Why it could not be loaded, in a sentence. */
  failure: string | null;
  briefs: readonly StoredBrief[];
  bodies: readonly StoredBody[];
  lenses: readonly StoredLens[];
  load: () => Promise<void>;
  /** Adds what the server now keeps, or takes the place of its older self. */
  put: <Name extends Shelf>(shelf: Name, stored: Kept[Name]) => void;
  remove: (shelf: Shelf, id: string) => void;
  /** Adds Port Alder's briefs. */
  addDemo: () => Promise<void>;
}

/** What the server keeps, as last seen. */
export const useLibrary = create<Library>()((set) => ({
  status: 'idle',
  failure: null,
  briefs: [],
  bodies: [],
  lenses: [],
  load: async () => {
    set({ status: 'loading', failure: null });
    try {
      const [briefs, bodies, lenses] = await Promise.all([api.briefs.list(), api.bodies.list(), api.lenses.list()]);
      set({ status: 'ready', briefs, bodies, lenses });
    } catch (error) {
      set({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
    }
  },
  put: (shelf, stored) =>
    set((library) => {
      const others = (library[shelf] as readonly Kept[typeof shelf][]).filter(({ id }) => id !== stored.id);
      return { [shelf]: [...others, stored].sort((a, b) => a.createdAt.localeCompare(b.createdAt)) };
    }),
  remove: (shelf, id) =>
    set((library) => ({ [shelf]: (library[shelf] as readonly { id: string }[]).filter((stored) => stored.id !== id) })),
  addDemo: async () => set({ briefs: await api.addDemo() }),
}));
