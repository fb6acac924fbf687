import type { ReferencePhoto } from '@hushto/core';

export interface PhotoAsked {
  ticket: number;
  /** How bright it came out, how soft its edges are, or the picture itself. */
  what: 'light' | 'edges' | 'picture';
  file: File;
}

/** What its camera wrote in it, as far as it did. */
export interface PhotoExif {
  shutterS: number | null;
  fNumber: number | null;
  iso: number | null;
  focalLengthMm: number | null;
  /** The same for full frame, where the camera wrote it. */
  equivalentMm: number | null;
  takenAt: Date | null;
}

export type PhotoFound = { ticket: number } & (
  | { problem: string; exif?: PhotoExif }
  | {
      exif: PhotoExif;
      width: number;
      height: number;
      light?: Pick<ReferencePhoto, 'meanLinear' | 'clippedShare'>;
      /** Gaussian blur, px of the file; null where there are too few edges. */
      edges?: { sigmaPx: number | null; directionDeg: number };
      picture?: ImageBitmap;
    }
);
