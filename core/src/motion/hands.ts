/** Exposure beyond which a hand's drift turns from straight to a random walk, s. A starting value of ours. */
export const DRIFT_TURN_S = 0.15;
/** Angular drift of free hands per axis, rad/s. Ours: makes 1/focal length an 84 % bet at a tolerance of 0.030 mm. */
const FREE_HANDS_DRIFT_RAD_S = 0.0167;
/** Threshold of free hands with no help, in stops of f·g(t)/c; from the drift, so that 2 slopes of it agree. About 5.668. */
export const DEFAULT_THRESHOLD = -0.5 * Math.log2(2 * Math.LN2 * FREE_HANDS_DRIFT_RAD_S ** 2);
/** Slope of the psychometric function for Rayleigh-distributed drift. */
export const DEFAULT_SLOPE = 2;
/** Most that stabiliser and conditions may add together, stops. A starting value of ours. */
export const MOST_STEADYING_STOPS = 5.5;
/** Share of a stabiliser's rated stops that hands get from it. A starting value of ours. */
export const STABILISER_SHARE = 0.75;

/** What steadies or unsettles the hands, stops. Starting values of ours; each is replaced by the user's own tests. */
export const HOLD_CONDITIONS = {
  elbows: 1 / 2,
  finder: 1 / 3,
  low: 1 / 2,
  wall: 1,
  rail: 3 / 2,
  timed: 1 / 3,
  breeze: -1 / 2,
  wind: -3 / 2,
  unsteady: -1 / 2,
  vehicle: -3 / 2,
  oneHand: -1,
} as const;
export type HoldCondition = keyof typeof HOLD_CONDITIONS;
export const CONDITION_NAMES = Object.keys(HOLD_CONDITIONS) as [HoldCondition, ...HoldCondition[]];

/** Only the larger of these counts: one cannot lean and brace at once, nor stand in two winds. */
const EXCLUSIVE: readonly (readonly [HoldCondition, HoldCondition])[] = [
  ['wall', 'rail'],
  ['breeze', 'wind'],
];

/** Sum of the conditions, stops, counting of wall and rail, and of breeze and wind, only the larger. */
export function conditionStops(conditions: readonly HoldCondition[]): number {
  const chosen = new Set(conditions);
  for (const [weaker, stronger] of EXCLUSIVE) if (chosen.has(stronger)) chosen.delete(weaker);
  return [...chosen].reduce((sum, condition) => sum + HOLD_CONDITIONS[condition], 0);
}

/** Stops of steadying from a stabiliser rating and conditions together, at most {@link MOST_STEADYING_STOPS}. */
export function steadyingStops(ratedStabiliserStops: number, conditions: readonly HoldCondition[]): number {
  return Math.min(MOST_STEADYING_STOPS, STABILISER_SHARE * ratedStabiliserStops + conditionStops(conditions));
}

/** How far hands have drifted after `shutterS`, as the equivalent time of straight drift, s: t/√(1 + t/τ). */
export function driftTimeS(shutterS: number): number {
  return shutterS / Math.sqrt(1 + shutterS / DRIFT_TURN_S);
}

/** One person's hands: where half of the frames are sharp, and how quickly that changes. */
export interface Hands {
  /** Threshold θ, stops of f·g(t)/c, steadying included. */
  threshold: number;
  /** Slope k of the Weibull function. */
  slope: number;
}

/**
 * Chance that a single frame shows no shake at the tolerance: a Weibull psychometric function of x = log2(f·g(t)/c),
 * P = 1 − exp(−ln2·2^(−k(x−θ))).
 * @param focalLengthMm real focal length  @param toleranceMm circle of confusion
 */
export const holdProbability = (hands: Hands, focalLengthMm: number, shutterS: number, toleranceMm: number): number =>
  sharpChance(Math.log2((focalLengthMm * driftTimeS(shutterS)) / toleranceMm), hands.threshold, hands.slope);

/** The same of an exposure already in stops of drift, x = log2(f·g(t)/c). */
export const sharpChance = (x: number, threshold: number, slope: number): number =>
  -Math.expm1(-Math.LN2 * 2 ** (-slope * (x - threshold)));

/** Angular drift per axis, rad/s, of hands with this threshold: √(4^−θ/(2·ln 2)). */
export const driftOfThreshold = (threshold: number): number => Math.sqrt(4 ** -threshold / (2 * Math.LN2));

/** How well hands are known before any test: spread of the threshold round the starting value, stops. Ours. */
export const UNTESTED_SPREAD_STOPS = 1.5;

/** Sway of a standing body at the eye, mm/s, which no stabiliser corrects. Ours, after Prieto et al., IEEE Trans. Biomed. Eng. 43 (1996) 956 (from memory). */
const SWAY_MM_PER_S = 6;

/** Sway, mm/s, as one stands: half of it kneeling or seated, none against a wall or on a rail. */
export function swayMmPerS(conditions: readonly HoldCondition[]): number {
  if (conditions.includes('wall') || conditions.includes('rail')) return 0;
  return conditions.includes('low') ? SWAY_MM_PER_S / 2 : SWAY_MM_PER_S;
}

/**
 * Standard deviation, mm, of the Gaussian a sway adds to every frame: m·v·t/√12, a straight movement's own.
 * @param swayMmPerS as {@link swayMmPerS} gives it
 */
export const swaySigmaMm = (magnification: number, swayMmPerS: number, shutterS: number): number =>
  (magnification * swayMmPerS * shutterS) / Math.sqrt(12);

/** Standard deviation, mm, of the Gaussian that stands for a straight drift of this length: L/√24, over all directions of it. */
export const driftSigmaMm = (lengthMm: number): number => lengthMm / Math.sqrt(24);
