import type { Brief } from '@hushto/core';
import type { SceneName } from './scenes/names.ts';

/** Which picture a frame is drawn of: a scene of ours, or a photo of the user's own, which never leaves the browser. */
export type FrameSubject =
  /** @property name null is the one that shows the brief's subject */
  | { kind: 'drawn'; name: SceneName | null }
  /** @property equivalentMm full-frame equivalent it was taken with  @property mask version of what is brushed */
  | { kind: 'photo'; id: number; equivalentMm: number; moves: 'all' | 'brushed' | 'none'; mask: number };

/** A frame wanted: a brief at a setting, shown whole or in detail. */
export interface FrameJob {
  brief: Brief;
  shutterS: number;
  fNumber: number;
  burst: number;
  subject: FrameSubject;
  /** All of it, or one pixel of the screen for each as it will be seen or of the sensor. */
  view: 'whole' | 'detail' | 'pixels';
  /** Middle of what is shown when not all is, as shares of the picture; where the scene is most telling if unset. */
  spot?: { x: number; y: number };
  /** Size of the picture on the screen, px. */
  width: number;
  height: number;
  seed: number;
  /** Only as fine as can follow a drag. */
  quick?: boolean;
  /** Only as fine as it will be, however long that takes: nobody watches it come. */
  once?: boolean;
  /** Where the camera focused, m; on the subject where nothing is said. */
  focusedAtM?: number;
  /** Which frame of the burst, from 0; the steadiest where null. */
  frame: number | null;
}

/**
 * Places a picture can be asked for, in the order in which they are drawn: the picture in the hand first, the log's previews last. A newer
 * wish for one takes the place of the older.
 */
export const FRAME_SLOTS = ['now', 'inset', 'kept', 'keptInset', 'left', 'right', 'burst', 'swatch', 'why', 'log'] as const;
export type FrameSlot = (typeof FRAME_SLOTS)[number];

export type ToWorker =
  | { type: 'draw'; slot: FrameSlot; ticket: number; job: FrameJob }
  | { type: 'photo'; id: number; bitmap: ImageBitmap }
  /** What moves in a photo, by the alpha of its pixels. */
  | { type: 'mask'; id: number; bitmap: ImageBitmap }
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
  /** Drawn to follow a drag: welcome even after the next was asked for. */
  follows: boolean;
  width: number;
  height: number;
  pixels: ArrayBuffer;
  burst: BurstFrame[];
  best: number;
  /** Where the scene is most telling, as shares of the picture. */
  look: { x: number; y: number };
  tookMs: number;
}

/** A frame that could not be drawn, and why. */
export interface FailedFrame {
  slot: FrameSlot;
  ticket: number;
  failed: string;
}
