import type { NewFrame } from '@hushto/contract';
import type { ClockOffset, Softness, TimedFrame } from '@hushto/core';

/** Pixels of a frame that was drawn, R, G, B, A. */
export interface DrawnPixels {
  width: number;
  height: number;
  pixels: ArrayBuffer;
  /** Where its scene is most telling, as shares of the picture. */
  look: { x: number; y: number };
}

/** What the head of a file says. */
export type HeaderFound = { header: NewFrame } | { problem: string };

export type LogFileAsked = { ticket: number } &
  /** What the heads of files say: of several at once, for most of the time goes into waiting for them. */
  (
    | { what: 'headers'; files: readonly File[] }
    | {
        /** A small picture of it, or why it is soft. */
        what: 'preview' | 'why';
        file: File;
      }
    | { what: 'why'; drawn: DrawnPixels }
    /** How far each body's clock is ahead of the one that counted. */
    | { what: 'clocks'; counts: readonly TimedFrame[]; bodies: readonly (readonly TimedFrame[])[] }
  );

export type LogFileFound = { ticket: number } & (
  | { problem: string }
  /** In the order they were asked in. */
  | { headers: HeaderFound[] }
  | { softness: Softness }
  /** In the order of the bodies; null where the times do not tell. */
  | { clocks: (ClockOffset | null)[] }
  | {
      webp: Blob;
      /** 256 bits that are alike for alike pictures. */
      likeness: string;
      /** One by the Gaussian blur of its edges, px of the file; null where there are too few. */
      sharpness: number | null;
    }
);
