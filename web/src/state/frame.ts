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
  /** Size as it is, px. */
  width: number;
  height: number;
  /** Full-frame equivalent it was taken with, mm, and how that is known. */
  equivalentMm: number;
  known: 'written' | 'guessed' | 'own';
  /** How soft its own edges are, Gaussian, px of the file; null where there are too few, or as long as it is looked at. */
  softPx: number | null;
  /** What moves in it; what is brushed has a version, 0 while nothing is. */
  moves: 'all' | 'brushed' | 'none';
  mask: number;
}

/** A frame really taken at other settings, as far as its camera wrote them. */
export interface RealFrame {
  picture: ImageBitmap;
  name: string;
  shutterS: number | null;
  fNumber: number | null;
  iso: number | null;
}

interface FrameState {
  /** Where the close look lies, as shares of the picture; null is where the scene is most telling. */
  spot: { x: number; y: number } | null;
  /** How large it shows: as the picture will be seen, or every pixel of the sensor. */
  close: 'detail' | 'pixels';
  /** Scene chosen by hand; null follows the brief. */
  scene: SceneName | null;
  /** The brief that is open, and the photo loaded for each. */
  briefId: string | null;
  photos: Readonly<Record<string, OwnPhoto>>;
  /** Whether what moves in the photo is being painted. */
  brushing: boolean;
  /** A frame really taken, that the photo's simulation is looked at beside. */
  real: RealFrame | null;
  kept: KeptSetting | null;
  /** Share of the picture's width that shows the kept frame. */
  wipe: number;
  set: (change: Partial<Omit<FrameState, 'set'>>) => void;
}

/** How the simulated frame is looked at; never part of a brief. */
export const useFrame = create<FrameState>()((set) => ({
  spot: null,
  close: 'detail',
  scene: null,
  briefId: null,
  photos: {},
  brushing: false,
  real: null,
  kept: null,
  wipe: 0.5,
  set: (change) => set(change),
}));

/** The photo loaded for the open brief. */
export const photoOf = ({ briefId, photos }: Pick<FrameState, 'briefId' | 'photos'>): OwnPhoto | null =>
  (briefId !== null && photos[briefId]) || null;

/** Puts a photo in the place of a brief's, or takes it away. */
export function setPhotoOf(briefId: string, photo: OwnPhoto | null): void {
  const { photos, set } = useFrame.getState();
  const { [briefId]: _before, ...others } = photos;
  set({ photos: photo ? { ...others, [briefId]: photo } : others });
}
