import type { Brief } from '@hushto/core';
import { create } from 'zustand';
import type { SceneName } from '../workers/scenes/names.ts';

/** A setting kept to compare others with, in the brief it was kept in. */
export interface KeptSetting {
  brief: Brief;
  shutterS: number;
  fNumber: number;
  burst: number;
  label: string;
}

/** A photo of the user's own, lent to the worker under an id. */
export interface OwnPhoto {
  id: number;
  name: string;
  equivalentMm: number;
  moves: boolean;
}

interface FrameState {
  /** Whole picture or detail; null follows what can be seen. */
  view: 'whole' | 'detail' | null;
  /** Scene chosen by hand; null follows the brief. */
  scene: SceneName | null;
  photo: OwnPhoto | null;
  kept: KeptSetting | null;
  /** Share of the picture's width that shows the kept frame. */
  wipe: number;
  set: (change: Partial<Omit<FrameState, 'set'>>) => void;
}

/** How the simulated frame is looked at; never part of a brief. */
export const useFrame = create<FrameState>()((set) => ({
  view: null,
  scene: null,
  photo: null,
  kept: null,
  wipe: 0.5,
  set: (change) => set(change),
}));

/** Smears shorter than this, px on the screen, cannot be seen in the whole picture. */
const SEEN_PX = 2;

/** Detail where the smear would be too small to see in a whole picture `heightPx` high, else the whole. */
export const viewThatShows = (smearShare: number, heightPx: number): 'whole' | 'detail' =>
  smearShare > 0 && smearShare * heightPx < SEEN_PX ? 'detail' : 'whole';
