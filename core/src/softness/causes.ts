/** What may make a frame soft; `sharp` where nothing does. */
export const SOFT_CAUSES = ['sharp', 'hands', 'subject', 'focus', 'grain'] as const;
export type SoftCause = (typeof SOFT_CAUSES)[number];

/** A place of the picture with its blur, as it is shown. */
export interface SoftPlace {
  /** Shares of the picture. */
  x: number;
  y: number;
  /** Gaussian blur in the sharpest direction, px of the size looked at. */
  blurPx: number;
  /** What is smeared beyond that in the softest direction, as the length of a straight smear, px; 0 where it is alike all round. */
  smearPx: number;
  /** Of the smear: 0 along rows, 90 along columns (y down), up to 180. */
  directionDeg: number;
}

/** Why a frame is soft, as far as the picture itself tells. */
export interface Softness {
  /** Chances of the causes; they add up to 1. */
  shares: Record<SoftCause, number>;
  /** The likeliest, or unsure where none is likely enough. */
  cause: SoftCause | 'unsure';
  /** The smear of the whole frame, or of what moves most in one direction: px of the size looked at, and which way. */
  smear: { px: number; directionDeg: number; x: number; y: number } | null;
  /** Where it is sharpest. */
  sharpest: { x: number; y: number } | null;
  /** Longer side of the picture as it was looked at, px. */
  widthPx: number;
  places: SoftPlace[];
}
