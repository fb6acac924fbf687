import type { Brief } from '@hushto/core';
import type { SceneName } from './scenes/names.ts';

/** Which picture a frame is drawn of: a scene of ours, or a photo of the user's own, which never leaves the browser. */
export type FrameSubject =
  | { kind: 'drawn'; name: SceneName }
  /** @property equivalentMm full-frame equivalent it was taken with  @property moves whether all of it moves with the subject */
  | { kind: 'photo'; id: number; equivalentMm: number; moves: boolean };

/** A frame wanted: a brief at a setting, shown whole or in detail. */
export interface FrameJob {
  brief: Brief;
  shutterS: number;
  fNumber: number;
  burst: number;
  subject: FrameSubject;
  view: 'whole' | 'detail';
  /** Size of the picture on the screen, px. */
  width: number;
  height: number;
  seed: number;
  /** Which frame of the burst, from 0; the steadiest where null. */
  frame: number | null;
}

/** Places a picture can be asked for; a newer wish for one takes the place of the older. */
export type FrameSlot = 'now' | 'kept' | 'burst' | 'swatch';

export type ToWorker =
  | { type: 'draw'; slot: FrameSlot; ticket: number; job: FrameJob }
  | { type: 'photo'; id: number; bitmap: ImageBitmap }
  | { type: 'forget'; slot: FrameSlot };

/** What is known of each frame of the burst: how far the hands drifted, or following missed, px as viewed. */
export interface BurstFrame {
  blurPx: number;
  sharp: boolean;
}

export interface DrawnFrame {
  slot: FrameSlot;
  ticket: number;
  failed?: undefined;
  /** Frame of the burst it is, from 0. */
  frame: number;
  coarse: boolean;
  width: number;
  height: number;
  pixels: ArrayBuffer;
  burst: BurstFrame[];
  best: number;
  tookMs: number;
}

/** A frame that could not be drawn, and why. */
export interface FailedFrame {
  slot: FrameSlot;
  ticket: number;
  failed: string;
}
