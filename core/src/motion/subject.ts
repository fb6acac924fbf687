import { magnification } from '../optics/depthOfField.ts';

/** A moving subject as the lens sees it. */
export interface SubjectMotion {
  /** Speed of the part that must hold still, m/s. */
  speedMps: number;
  /** Direction of travel, degrees: 0 straight at the camera, 90 across. */
  directionDeg: number;
  distanceM: number;
}

/**
 * Smear of the subject on the sensor, mm per second of exposure: across the frame, and growth of an approaching subject
 * a quarter of the picture height off the axis. Straight uniform motion; leaves out rotation.
 * @param heightMm of the picture
 */
export function smearRateMmPerS(subject: SubjectMotion, focalLengthMm: number, heightMm: number): number {
  const angle = (subject.directionDeg * Math.PI) / 180;
  const across = magnification(focalLengthMm, subject.distanceM) * subject.speedMps * 1000 * Math.sin(angle);
  const growth = ((heightMm / 4) * subject.speedMps * Math.cos(angle)) / subject.distanceM;
  return Math.hypot(across, growth);
}

/** Smear of the subject on the sensor, mm, over an exposure of `shutterS`. */
export function subjectBlurMm(subject: SubjectMotion, focalLengthMm: number, heightMm: number, shutterS: number): number {
  return smearRateMmPerS(subject, focalLengthMm, heightMm) * shutterS;
}

/** Time from focus to shutter, s, in which an approaching subject leaves the focused plane. A starting value of ours. */
const FOCUS_LAG_S = 0.1;

/** Depth, m, the focus has to cover: the subject's own and what it travels along the axis in the focus lag, both ways. */
export function depthToCoverM(depthM: number, bodySpeedMps: number, directionDeg: number): number {
  return depthM + 2 * bodySpeedMps * Math.abs(Math.cos((directionDeg * Math.PI) / 180)) * FOCUS_LAG_S;
}
