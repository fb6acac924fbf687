import { create } from 'zustand';

interface Cursor {
  /** Shutter looked at, in thirds from 1 s; null follows the hush point. */
  third: number | null;
  /** Whether the Valley shows its table. */
  table: boolean;
  move: (third: number | null) => void;
  toggleTable: () => void;
}

/** Where on the Valley the user is looking; never part of the brief. */
export const useCursor = create<Cursor>()((set) => ({
  third: null,
  table: false,
  move: (third) => set({ third }),
  toggleTable: () => set(({ table }) => ({ table: !table })),
}));
