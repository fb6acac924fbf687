import { DEFAULT_SLOPE, DEFAULT_THRESHOLD, DRIFT_TURN_S, driftTimeS, sharpChance } from '../motion/hands.ts';
import { entropyBits, normalised, withSlips } from './bayes.ts';
import { requirePositive, requireRange } from '../numerics/require.ts';

/** One frame of a hold test: how far the picture could drift in it, and whether it came out sharp. */
export interface HoldFrame {
  /** log2(f·g(t)/c), the exposure in stops of drift; see {@link driftStops}. */
  x: number;
  sharp: boolean;
}

/** Prior of the threshold round the starting value, and of the slope's logarithm. Ours. */
const THRESHOLD_SD = 1.5;
const THRESHOLD_REACH = 4;
const LOG_SLOPE_SD = 0.35;
const LOG_SLOPE_REACH = 3 * LOG_SLOPE_SD;
const THRESHOLD_NODES = 65;
const SLOPE_NODES = 11;

/** A person's hands as far as a test has shown them: weights over thresholds and slopes, summing to 1. */
export interface HoldPosterior {
  thetas: readonly number[];
  slopes: readonly number[];
  weights: Float64Array;
}

/**
 * Stops of drift of an exposure: log2(f·g(t)/c), g(t) = t/√(1 + t/τ).
 * @param focalLengthMm real focal length, > 0  @param shutterS > 0  @param toleranceMm circle of confusion, > 0
 */
export const driftStops = (focalLengthMm: number, shutterS: number, toleranceMm: number): number =>
  Math.log2((requirePositive('focalLengthMm', focalLengthMm) * driftTimeS(requirePositive('shutterS', shutterS))) / requirePositive('toleranceMm', toleranceMm)); // prettier-ignore

/** The exposure, s, of so many stops of drift: the inverse of {@link driftStops}. Exact. */
export function shutterOfDrift(x: number, focalLengthMm: number, toleranceMm: number): number {
  const g = (2 ** x * requirePositive('toleranceMm', toleranceMm)) / requirePositive('focalLengthMm', focalLengthMm);
  const half = (g * g) / (2 * DRIFT_TURN_S);
  return half + Math.sqrt(half * half + g * g);
}

/**
 * Before any frame: θ normal round the starting value and its steadying (sd 1.5 stops, cut at 4), ln k normal round ln 2 (sd 0.35).
 * @param steadyingStops what stabiliser and stance add while the test is made, stops
 */
export const holdPrior = (steadyingStops: number): HoldPosterior =>
  thresholdPrior(DEFAULT_THRESHOLD + requireRange('steadyingStops', steadyingStops, -20, 20), DEFAULT_SLOPE);

/** θ normal round a value (sd 1.5 stops, cut at 4), ln k normal round that of a slope (sd 0.35, cut at 3 sd). */
export function thresholdPrior(threshold: number, slope: number): HoldPosterior {
  const nodes = (count: number, reach: number): number[] =>
    Array.from({ length: count }, (_, i) => -reach + (2 * reach * i) / (count - 1));
  const thetas: number[] = [];
  const slopes: number[] = [];
  const weights: number[] = [];
  for (const away of nodes(THRESHOLD_NODES, THRESHOLD_REACH))
    for (const logAway of nodes(SLOPE_NODES, LOG_SLOPE_REACH)) {
      thetas.push(threshold + away);
      slopes.push(slope * Math.exp(logAway));
      weights.push(Math.exp(-0.5 * ((away / THRESHOLD_SD) ** 2 + (logAway / LOG_SLOPE_SD) ** 2)));
    }
  return { thetas, slopes, weights: normalised(Float64Array.from(weights)) };
}

/** What one more frame teaches (Bayes). A frame that no hands could have made leaves the posterior as it was. */
export function afterFrame({ thetas, slopes, weights }: HoldPosterior, { x, sharp }: HoldFrame): HoldPosterior {
  const { chances } = outcomesAt(thetas, slopes, x);
  const next = weights.map((weight, i) => weight * (sharp ? chances[i]! : 1 - chances[i]!));
  return { thetas, slopes, weights: normalised(next, weights) };
}

/** The posterior of a whole series. */
export const afterFrames = (prior: HoldPosterior, frames: readonly HoldFrame[]): HoldPosterior =>
  frames.reduce(afterFrame, prior);

/** Mean chance of a sharp frame under the posterior: what the planner uses, so that few frames mean caution. */
export const meanSharpChance = ({ thetas, slopes, weights }: HoldPosterior, x: number): number =>
  weights.reduce((sum, weight, i) => sum + weight * sharpChance(x, thetas[i]!, slopes[i]!), 0);

/** Stops of drift at which known hands make a share of sharp frames: x = θ − log2(−log2(1−p))/k. */
export const driftOfHands = (threshold: number, slope: number, confidence: number): number =>
  threshold - Math.log2(-Math.log2(1 - confidence)) / slope;

/** An estimate with its equal-tailed credible interval. */
export interface Estimate {
  median: number;
  low: number;
  high: number;
}

/**
 * Stops of drift at which a share of frames is sharp: median and interval over the posterior, by x = θ − log2(−log2(1−p))/k.
 * @param confidence of the frames, 0 to 1 exclusive  @param coverage of the interval, 0 to 1 exclusive
 */
export function driftAtConfidence({ thetas, slopes, weights }: HoldPosterior, confidence: number, coverage = 0.9): Estimate {
  requireRange('confidence', confidence, 1e-6, 1 - 1e-6);
  requireRange('coverage', coverage, 1e-6, 1 - 1e-6);
  const order = driftOrder(thetas, slopes, confidence);
  const at = (share: number): number => {
    let sum = 0;
    for (const { x, node } of order) if ((sum += weights[node]!) >= share - 1e-12) return x;
    return order.at(-1)!.x;
  };
  return { median: at(0.5), low: at((1 - coverage) / 2), high: at((1 + coverage) / 2) };
}

/** Nodes from the least drift at which a share of frames is sharp to the most. */
const driftOrder = ofNodes((thetas, slopes, confidence) =>
  thetas.map((theta, node) => ({ x: driftOfHands(theta, slopes[node]!, confidence), node })).sort((a, b) => a.x - b.x),
);

/**
 * Bits that one frame at `x` is expected to teach about the hands: the entropy of its outcome less the mean entropy under each pair of
 * threshold and slope. Kontsevich & Tyler, Vision Research 39 (1999) 2729 (from memory).
 */
export function expectedInformation({ thetas, slopes, weights }: HoldPosterior, x: number): number {
  const { chances, entropies } = outcomesAt(thetas, slopes, x);
  let [mean, within] = [0, 0];
  for (let i = 0; i < weights.length; i++) {
    mean += weights[i]! * chances[i]!;
    within += weights[i]! * entropies[i]!;
  }
  return Math.max(0, entropyBits(mean) - within);
}

/** Chances of a sharp frame at the nodes, and the entropies of what comes out. */
const outcomesAt = ofNodes((thetas, slopes, x) => {
  const chances = Float64Array.from(thetas, (theta, i) => withSlips(sharpChance(x, theta, slopes[i]!)));
  return { chances, entropies: chances.map(entropyBits) };
});

/** What is worked out over the nodes at a value. The same few values come back after every frame: once is enough. */
function ofNodes<T>(
  work: (thetas: readonly number[], slopes: readonly number[], value: number) => T,
): (thetas: readonly number[], slopes: readonly number[], value: number) => T {
  const known = new WeakMap<readonly number[], Map<number, T>>();
  return (thetas, slopes, value) => {
    const values = known.get(thetas) ?? new Map<number, T>();
    known.set(thetas, values);
    const before = values.get(value);
    if (before !== undefined) return before;
    const made = work(thetas, slopes, value);
    values.set(value, made);
    return made;
  };
}
