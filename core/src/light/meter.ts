import { MID_GREY } from './exposure.ts';

/** What an averaging meter sees. */
export interface MeteredScene {
  /** Reflectance of the subject, 0 to 1. */
  subjectTone: number;
  /** Share of the frame the subject fills, 0 to 1. */
  frameFill: number;
  /** Reflectance of the background, 0 to 1. */
  backgroundTone: number;
  /** Light on the background above that on the subject, stops. */
  backgroundStops: number;
}

/**
 * Exposure compensation, stops, an averaging meter needs so that the subject keeps its own tone: below zero keeps dark things dark.
 * Leaves out centre weighting and scene recognition. Reference: ISO 2720:1974 calibration to 18 % (from memory).
 */
export function meterCompensation(scene: MeteredScene): number {
  const background = scene.backgroundTone * 2 ** scene.backgroundStops;
  return Math.log2((scene.frameFill * scene.subjectTone + (1 - scene.frameFill) * background) / MID_GREY);
}
