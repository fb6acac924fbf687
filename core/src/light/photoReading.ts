import { requireRange } from '../numerics/require.ts';
import { exposureValue, MID_GREY } from './exposure.ts';

/** A picture taken in the light in question, and how it came out. */
export interface ReferencePhoto {
  shutterS: number;
  fNumber: number;
  iso: number;
  /** Mean linear brightness of the picture, 0 to 1; a mid grey is 0.18. */
  meanLinear: number;
  /** Share of the picture at either end of the scale, 0 to 1. */
  clippedShare: number;
}

/** What a picture says of its light. */
export interface PhotoReading {
  ev100: number;
  /** Likely error either way, stops. */
  uncertaintyStops: number;
}

/** Tone curves, the maker's idea of ISO, and a scene that is no mid grey on average. Ours. */
const CURVE_STOPS = 2 / 3;
const TONE_STOPS = 2 / 3;
/** A wholly clipped picture says nothing: its mean may be off by this much. Ours. */
const CLIPPED_STOPS = 4;

/**
 * Light of a finished picture: the exposure it had, and how much brighter than a mid grey it came out. Rough, for a camera's tone
 * curve and the scene's own tones are not known; the error is said with it.
 * @throws RangeError for a picture of no brightness or values outside their ranges
 */
export function evFromPhoto({ shutterS, fNumber, iso, meanLinear, clippedShare }: ReferencePhoto): PhotoReading {
  requireRange('meanLinear', meanLinear, 1e-6, 1);
  requireRange('clippedShare', clippedShare, 0, 1);
  return {
    ev100: exposureValue(shutterS, fNumber, iso) + Math.log2(meanLinear / MID_GREY),
    uncertaintyStops: Math.hypot(CURVE_STOPS, TONE_STOPS, CLIPPED_STOPS * clippedShare),
  };
}
