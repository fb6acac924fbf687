import { create } from 'zustand';
import type { TakeCode } from '@hushto/core';
import type { CellName } from '../domain/pins.ts';

interface Cursor {
  /** Shutter looked at, in thirds from 1 s; null follows the hush point. */
  third: number | null;
  /** Light looked at on the ladder, EV at ISO 100; null is the brief's own. */
  ev100: number | null;
  /** The take looked at; null is the plan itself. */
  take: TakeCode | null;
  /** The value the bar of a narrow window steps. */
  cell: CellName;
  /** Whether the Valley shows its table. */
  table: boolean;
  move: (third: number | null) => void;
  /** Looks at another light, at a shutter there; null returns to the brief's light and its hush point. */
  lookAt: (light: { ev100: number; third: number } | null) => void;
  lookAtTake: (take: TakeCode | null) => void;
  chooseCell: (cell: CellName) => void;
  toggleTable: () => void;
}

/** Where on the Valley and the ladder the user is looking; never part of the brief. */
export const useCursor = create<Cursor>()((set) => ({
  third: null,
  ev100: null,
  take: null,
  cell: 'shutter',
  table: false,
  move: (third) => set({ third }),
  lookAt: (light) => set({ ev100: light?.ev100 ?? null, third: light?.third ?? null }),
  lookAtTake: (take) => set({ take, third: null }),
  chooseCell: (cell) => set({ cell }),
  toggleTable: () => set(({ table }) => ({ table: !table })),
}));
