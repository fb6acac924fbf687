import type { LensSharpness, PhotoEdges, Sensor, TargetShot } from '@hushto/core';

/** A photo to look for edges in: a file, or one the simulated camera takes now. */
export type LensAsked = { ticket: number } & (
  { file: File } | { simulated: { sensor: Sensor; lens: LensSharpness; shot: TargetShot; seed: number } }
);

export type LensFound = { ticket: number } & (
  | { problem: string }
  | {
      widthPx: number;
      heightPx: number;
      edges: PhotoEdges;
      /** Null where the camera did not write it: a lens without contacts. */
      fNumber: number | null;
      focalLengthMm: number | null;
      from: 'raw' | 'developed';
    }
);
