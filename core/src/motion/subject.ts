import { magnification } from '../optics/depthOfField.ts';

/** A moving subject as the lens sees it. */
export interface SubjectMotion {
  /** Speed of the body, m/s. */
  speedMps: number;
  /** How much faster the parts move that must hold still, ≥ 1. */
  limbFactor: number;
  /** Direction of travel, degrees: 0 straight at the camera, 90 across. */
  directionDeg: number;
  distanceM: number;
  /** Whether the camera turns with it. */
  followed: boolean;
}

/**
 * What of a subject's speed still moves across when it comes straight on: it rises, falls and sways, and nobody comes straighter than
 * ten degrees. Ours; a runner's body bounces at about 0.7 m/s: Cavagna & Kaneko, J. Physiol. 268 (1977) 467 (from memory).
 */
const STRAIGHT_ON_SHARE = 0.2;
/**
 * What following a subject leaves of its speed, nine times in ten: the tracking error of a pan at its 90 % point, 21 %, and a tenth for
 * the body's own movement. Ours.
 */
const FOLLOWED_SHARE = 0.24;

/**
 * Smear of the subject on the sensor, mm per second of exposure: across the frame, and growth of an approaching subject
 * a quarter of the picture height off the axis; of a followed one, what following leaves and how much faster its limbs are than it.
 * Straight uniform motion; leaves out rotation.
 * @param heightMm of the picture
 */
export function smearRateMmPerS(subject: SubjectMotion, focalLengthMm: number, heightMm: number): number {
  const { speedMps, limbFactor, directionDeg, distanceM, followed } = subject;
  const angle = (directionDeg * Math.PI) / 180;
  const m = magnification(focalLengthMm, distanceM);
  if (followed) return m * 1000 * speedMps * Math.hypot(FOLLOWED_SHARE, limbFactor - 1);
  const across = m * 1000 * Math.hypot(Math.sin(angle), STRAIGHT_ON_SHARE * Math.cos(angle));
  const growth = ((heightMm / 4) * Math.cos(angle)) / distanceM;
  return limbFactor * speedMps * Math.hypot(across, growth);
}

/** Time, s, in which a subject crosses the whole width of the picture when the camera stands still; Infinity for one that does not. */
export function crossingTimeS(subject: SubjectMotion, focalLengthMm: number, widthMm: number): number {
  const across = subject.speedMps * Math.sin((subject.directionDeg * Math.PI) / 180);
  return widthMm / (magnification(focalLengthMm, subject.distanceM) * 1000 * across);
}

/** Smear, mm per second, of what is far behind a followed subject: f·ω with ω = v·sin θ/d. */
export function backgroundRateMmPerS(subject: SubjectMotion, focalLengthMm: number): number {
  const across = subject.speedMps * Math.sin((subject.directionDeg * Math.PI) / 180);
  return (focalLengthMm * across) / subject.distanceM;
}

/** Time from focus to shutter, s, in which an approaching subject leaves the focused plane. A starting value of ours. */
export const FOCUS_LAG_S = 0.1;

/** Depth, m, the focus has to cover: the subject's own and what it travels along the axis in the focus lag, both ways. */
export function depthToCoverM(depthM: number, bodySpeedMps: number, directionDeg: number): number {
  return depthM + 2 * bodySpeedMps * Math.abs(Math.cos((directionDeg * Math.PI) / 180)) * FOCUS_LAG_S;
}
