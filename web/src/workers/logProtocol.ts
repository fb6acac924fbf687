import type { NewFrame } from '@hushto/contract';

export interface LogFileAsked {
  ticket: number;
  /** What its head says, or a small picture of it. */
  what: 'header' | 'preview';
  file: File;
}

export type LogFileFound = { ticket: number } & (
  | { problem: string }
  | { header: NewFrame }
  | {
      webp: Blob;
      /** 256 bits that are alike for alike pictures. */
      likeness: string;
      /** One by the Gaussian blur of its edges, px of the file; null where there are too few. */
      sharpness: number | null;
    }
);
