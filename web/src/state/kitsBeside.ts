import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { ChosenKit, Shape } from '../domain/kitsBeside.ts';

interface KitsBeside {
  /** The brief kits are set against each other at; the one open last where null. */
  briefId: string | null;
  /** The picture's shape; that of the brief's sensor where null. */
  shape: Shape | null;
  /** By brief. */
  kits: Record<string, ChosenKit[]>;
  set: (change: Partial<Pick<KitsBeside, 'briefId' | 'shape'>>) => void;
  choose: (briefId: string, kits: ChosenKit[]) => void;
}

/** Kits one was setting beside each other, for the next visit. */
export const useKitsBeside = create<KitsBeside>()(
  persist(
    (set) => ({
      briefId: null,
      shape: null,
      kits: {},
      set,
      choose: (briefId, kits) => set(({ kits: before }) => ({ kits: { ...before, [briefId]: kits } })),
    }),
    { name: 'hushto.kitsBeside', version: 1, partialize: ({ briefId, shape, kits }) => ({ briefId, shape, kits }) },
  ),
);
