/** Share of the picture width a panned background streaks over where nothing else is wished. A starting value of ours. */
export const DEFAULT_STREAK_SHARE = 0.08;
/** Error of following a subject by hand, as a share of the streak: the scale of a Rayleigh law. A starting value of ours. */
export const DEFAULT_TRACKING_ERROR = 0.1;

/** How a panned subject and its background move. */
export interface Pan {
  focalLengthMm: number;
  /** Speed of the subject across the line of view, m/s, > 0. */
  acrossMps: number;
  distanceM: number;
  /** Error of following, as a share of the streak: the scale of a Rayleigh law. */
  trackingError: number;
}

/** Streak of the background, mm on the sensor per second of exposure, while the camera follows: f·ω with ω = v·sin θ/d. */
export const panStreakMmPerS = ({ focalLengthMm, acrossMps, distanceM }: Pan): number => (focalLengthMm * acrossMps) / distanceM;

/** Scale of what following misses in one frame, mm on the sensor. */
export const panResidueMm = (pan: Pan, shutterS: number): number => panStreakMmPerS(pan) * shutterS * pan.trackingError;

/** Shutter, s, at which the background streaks over `streakMm`. @throws RangeError when nothing moves across. */
export function panShutterS(pan: Pan, streakMm: number): number {
  const rate = panStreakMmPerS(pan);
  if (!(rate > 0)) throw new RangeError(`something must move across the frame to be panned, got ${pan.acrossMps} m/s`);
  return streakMm / rate;
}

/**
 * Chance that the subject of one panned frame is usable: what is left of its movement is Rayleigh-distributed with the scale of the
 * tracking error, and usable up to twice the tolerance: 1 − exp(−½(2c/residue)²). Frames are independent.
 * @param residueMm streak × tracking error  @param toleranceMm circle of confusion c
 */
export function panChance(residueMm: number, toleranceMm: number): number {
  return residueMm > 0 ? -Math.expm1(-0.5 * ((2 * toleranceMm) / residueMm) ** 2) : 1;
}

/** Chance that at least one of n independent frames is usable. */
export const independentBurstChance = (single: number, frames: number): number =>
  -Math.expm1(frames * Math.log1p(-Math.min(single, 1 - 1e-15)));

/** Fewest of at most `limit` independent frames that reach the confidence; the limit where none does. */
export function fewestIndependentFrames(single: number, confidence: number, limit: number): number {
  if (single >= confidence) return 1;
  if (!(single > 0)) return limit;
  return Math.min(limit, Math.max(1, Math.ceil(Math.log1p(-confidence) / Math.log1p(-single) - 1e-9)));
}
