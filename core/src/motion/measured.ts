import { requirePositive } from '../numerics/require.ts';
import { magnification } from '../optics/depthOfField.ts';

/** A distance or speed measured instead of guessed, m or m/s, with the share by which it may be off either way. */
export interface Measured {
  value: number;
  errorShare: number;
}

/** How far off a size that is only usual may be, as a share. Common practice. */
export const USUAL_SIZE_ERROR = 0.2;
/** How well a share of the frame is judged by eye, as a share of the frame. Ours. */
const FRAMING_ERROR = 0.03;

/**
 * Distance of something by how much of the frame's height it fills: a height H fills h·share where m·H = h·share, and m = f/(s − f).
 * @param heightM its height, m
 * @param share of the frame's height it fills, above 0; more than 1 where it does not fit
 */
export function distanceByFraming(
  heightM: number,
  share: number,
  { focalLengthMm, frameHeightMm }: { focalLengthMm: number; frameHeightMm: number },
): Measured {
  const m = (requirePositive('share', share) * frameHeightMm) / (1000 * requirePositive('heightM', heightM));
  return {
    value: (focalLengthMm * (1 + 1 / m)) / 1000,
    errorShare: Math.hypot(USUAL_SIZE_ERROR, FRAMING_ERROR / share),
  };
}

/** What something `heightM` high fills of the frame's height at a distance, m, as a share: the inverse of `distanceByFraming`. */
export const shareOfFrame = (
  heightM: number,
  distanceM: number,
  { focalLengthMm, frameHeightMm }: { focalLengthMm: number; frameHeightMm: number },
): number => (1000 * heightM * magnification(focalLengthMm, distanceM)) / frameHeightMm;

/** Two taps, each as far off as a finger is: s, together. Ours, after reaction times of about 0.1 s that vary by half. */
const TAPS_ERROR_S = 0.12;

/** Speed by the time over a distance. @param lengthErrorShare how far off the distance may be */
export function speedByStopwatch(lengthM: number, seconds: number, lengthErrorShare: number): Measured {
  requirePositive('seconds', seconds);
  return { value: lengthM / seconds, errorShare: Math.hypot(lengthErrorShare, TAPS_ERROR_S / seconds) };
}

/** A length drawn on a photo, as a share of its width, and how the photo was taken. Uncropped. */
export interface OnPhoto {
  share: number;
  /** Pixels of the photo's width: a drawn length is a few of them off. */
  widthPx: number;
  sensorWidthMm: number;
  focalLengthMm: number;
  distanceM: number;
  /** While the shutter was open, or from one frame to the next. */
  seconds: number;
}

/** Ends of a drawn length are off by this many thousandths of the width, and the distance by a tenth. Ours. */
const DRAWN_ERROR = 0.002;
const DISTANCE_ERROR = 0.1;

/**
 * Speed across the frame by a streak, or by what moved between two frames: length on the sensor over magnification and time. What comes
 * straight at the camera shows less.
 */
export function speedOnPhoto({ share, widthPx, sensorWidthMm, focalLengthMm, distanceM, seconds }: OnPhoto): Measured {
  const mm = requirePositive('share', share) * sensorWidthMm;
  const metres = mm / magnification(focalLengthMm, distanceM) / 1000;
  const drawn = Math.max(DRAWN_ERROR, 2 / widthPx) / share;
  return { value: metres / requirePositive('seconds', seconds), errorShare: Math.hypot(drawn, DISTANCE_ERROR) };
}

/** How a value of a brief was come by. */
export const MEASURED_BY = ['framing', 'stopwatch', 'streak', 'twoFrames', 'log'] as const;
export type MeasuredBy = (typeof MEASURED_BY)[number];
