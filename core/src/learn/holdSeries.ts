import {
  DEFAULT_SLOPE,
  DEFAULT_THRESHOLD,
  CONDITION_NAMES,
  HOLD_CONDITIONS,
  sharpChance,
  STABILISER_SHARE,
  steadyingStops,
  type HoldCondition,
} from '../motion/hands.ts';
import { burstChances } from '../motion/burst.ts';
import { shutterMarks } from '../light/marks.ts';
import type { Brief, Hold, Provenance } from '../brief/brief.ts';
import {
  afterFrames,
  driftAtConfidence,
  driftOfHands,
  driftStops,
  expectedInformation,
  holdPrior,
  meanSharpChance,
  shutterOfDrift,
  type Estimate,
  type HoldPosterior,
} from './holdPosterior.ts';

/** How the camera is held and looked at while a hold test is made. */
export interface HoldSetup {
  /** Real focal length, mm. */
  focalLengthMm: number;
  /** Circle of confusion of the picture as viewed, mm: what counts as sharp. */
  toleranceMm: number;
  /** Rated stops of the stabiliser; 0 when it was off. */
  stabiliserStops: number;
  conditions: readonly HoldCondition[];
}

/** A frame of a series: its exact shutter mark, s, and whether it came out sharp. */
export interface TestedFrame {
  shutterS: number;
  sharp: boolean;
}

/** Frames from which on a series speaks for its person; fewer say hardly more than the starting value. Ours. */
export const FEWEST_TESTED = 6;
/** A test is done when the slowest speed to trust is known to within this, stops from end to end. Ours. */
const KNOWN_WITHIN_STOPS = 1;
/** However wide it stays, more frames than this teach little. Ours. */
export const MOST_TESTED = 20;

/** Slowest shutter a test asks for, s: as slow as a plan ever goes by hand. */
export const SLOWEST_TESTED_S = 4;

/** What a series has taught so far. @param setup of all its frames */
export function seriesPosterior(setup: HoldSetup, frames: readonly TestedFrame[]): HoldPosterior {
  const prior = priorOf(steadyingStops(setup.stabiliserStops, setup.conditions));
  const drift = driftIn(setup);
  return afterFrames(
    prior,
    frames.map(({ shutterS, sharp }) => ({ x: drift(shutterS), sharp })),
  );
}

/** The nodes of a prior are shared by all tests held alike, and with them what is worked out over them. */
const priors = new Map<number, HoldPosterior>();
function priorOf(stops: number): HoldPosterior {
  const known = priors.get(stops) ?? holdPrior(stops);
  priors.set(stops, known);
  return known;
}

const driftIn =
  ({ focalLengthMm, toleranceMm }: HoldSetup) =>
  (shutterS: number): number =>
    driftStops(focalLengthMm, shutterS, toleranceMm);

/** Stops of drift from the starting value within which a speed is worth asking for: as far as the prior reaches. */
const ASKED_WITHIN = 4;

/** A shutter speed a test may ask for, and the bits one frame at it is expected to teach. */
export interface Teaching {
  shutterS: number;
  bits: number;
}

/**
 * What one more frame would teach at each third-stop mark, slow to fast.
 * @param fastestS, slowestS of the body, s
 */
export function teachingByShutter(
  setup: HoldSetup,
  posterior: HoldPosterior,
  { fastestS, slowestS }: { fastestS: number; slowestS: number },
): Teaching[] {
  const drift = driftIn(setup);
  const expected = DEFAULT_THRESHOLD + steadyingStops(setup.stabiliserStops, setup.conditions);
  const marks = Array.from({ length: shutterMarks.last - shutterMarks.first + 1 }, (_, i) =>
    shutterMarks.value(shutterMarks.first + i),
  );
  return marks
    .filter((shutterS) => shutterS >= fastestS * (1 - 1e-6) && shutterS <= slowestS * (1 + 1e-6))
    .map((shutterS) => ({ shutterS, x: drift(shutterS) }))
    .filter(({ x }) => Math.abs(x - expected) <= ASKED_WITHIN)
    .map(({ shutterS, x }) => ({ shutterS, bits: expectedInformation(posterior, x) }));
}

/** The speed to ask for next: the one that is expected to teach most; null where the body has none in reach. */
export const nextShutter = (teaching: readonly Teaching[]): number | null =>
  teaching.reduce<Teaching | null>((best, other) => (!best || other.bits > best.bits ? other : best), null)?.shutterS ?? null;

/** The chance the classic floor, 1 over the focal length, gives hands that are the starting value: where most people begin. */
const USUAL_CHANCE = 0.84;

/** The usual handheld speed of a hold: where a test begins, held inside what the body has, s. */
export function usualShutter(setup: HoldSetup, { fastestS, slowestS }: { fastestS: number; slowestS: number }): number {
  const threshold = DEFAULT_THRESHOLD + steadyingStops(setup.stabiliserStops, setup.conditions);
  const usual = shutterOfDrift(driftOfHands(threshold, DEFAULT_SLOPE, USUAL_CHANCE), setup.focalLengthMm, setup.toleranceMm);
  return shutterMarks.value(shutterMarks.nearest(Math.min(slowestS, Math.max(fastestS, usual))));
}

/** The slowest shutter at which so many frames are sharp: median, slow and fast end of the interval, s, and its width, stops. */
export interface SlowestTrusted {
  medianS: number;
  slowS: number;
  fastS: number;
  /** The camera's mark at or next faster than the median. */
  markS: number;
  widthStops: number;
}

/** @param confidence of the frames, 0 to 1 exclusive  @param coverage of the interval */
export function slowestTrusted(setup: HoldSetup, posterior: HoldPosterior, confidence: number, coverage = 0.9): SlowestTrusted {
  const { median, low, high } = driftAtConfidence(posterior, confidence, coverage);
  const shutter = (x: number): number => shutterOfDrift(x, setup.focalLengthMm, setup.toleranceMm);
  const [medianS, slowS, fastS] = [shutter(median), shutter(high), shutter(low)];
  return { medianS, slowS, fastS, markS: markAtOrFaster(medianS), widthStops: Math.log2(slowS / fastS) };
}

/** The camera's mark at a time or the next faster one; a hundredth of a stop slower still counts. */
export function markAtOrFaster(seconds: number): number {
  const third = Math.ceil(-3 * Math.log2(seconds) - 0.03);
  return shutterMarks.value(Math.min(shutterMarks.last, Math.max(shutterMarks.first, third)));
}

/** Whether a test may stop, and about how many frames are missing until it may. */
export function testProgress(frames: number, widthStops: number): { done: boolean; more: number } {
  if (frames >= MOST_TESTED || (frames >= FEWEST_TESTED && widthStops <= KNOWN_WITHIN_STOPS)) return { done: true, more: 0 };
  // Once the prior is spent, an interval narrows as the root of the frames.
  const needed = Math.max(frames, FEWEST_TESTED) * (widthStops / KNOWN_WITHIN_STOPS) ** 2;
  return { done: false, more: Math.max(1, Math.round(Math.min(MOST_TESTED, Math.max(16, needed)) - frames)) };
}

/** Chance of a sharp frame at a shutter: its mean over the posterior and the band that holds it. */
export interface ChanceAt {
  shutterS: number;
  mean: number;
  low: number;
  high: number;
}

/** The posterior's curve at the given shutters. @param coverage of the band, equal tails */
export function chanceCurve(setup: HoldSetup, posterior: HoldPosterior, shutters: readonly number[], coverage = 0.9): ChanceAt[] {
  const { thetas, slopes, weights } = posterior;
  const drift = driftIn(setup);
  return shutters.map((shutterS) => {
    const x = drift(shutterS);
    const chances = thetas.map((theta, i) => ({ chance: sharpChance(x, theta, slopes[i]!), weight: weights[i]! }));
    chances.sort((a, b) => a.chance - b.chance);
    const at = (share: number): number => {
      let sum = 0;
      for (const { chance, weight } of chances) if ((sum += weight) >= share - 1e-12) return chance;
      return chances.at(-1)!.chance;
    };
    return { shutterS, mean: meanSharpChance(posterior, x), low: at((1 - coverage) / 2), high: at((1 + coverage) / 2) };
  });
}

/** What bursts buy: for each number of frames the slowest mark at which one of them is sharp as often as wanted; null where none is. */
export function burstBuys(
  setup: HoldSetup,
  posterior: HoldPosterior,
  confidence: number,
  bursts: readonly number[],
): { frames: number; shutterS: number | null }[] {
  const drift = driftIn(setup);
  const chances = Array.from({ length: shutterMarks.last - shutterMarks.first + 1 }, (_, i) => {
    const shutterS = shutterMarks.value(shutterMarks.first + i);
    return { shutterS, burst: burstChances(meanSharpChance(posterior, drift(shutterS))) };
  });
  // No plan goes slower by hand than a test does.
  const byHand = chances.filter(({ shutterS }) => shutterS <= SLOWEST_TESTED_S * (1 + 1e-6));
  return bursts.map((frames) => ({
    frames,
    shutterS: byHand.find(({ burst }) => burst.ofFrames(frames) >= confidence - 1e-9)?.shutterS ?? null,
  }));
}

/**
 * Smear that hands alone made, px: what a frame has beyond one of the same from a support; blurs add up as their squares.
 * @param blurPx, supportedPx lengths, ≥ 0, of the frame and of the one from a support
 */
export const smearOfHands = (blurPx: number, supportedPx: number): number =>
  Math.sqrt(Math.max(0, blurPx * blurPx - supportedPx * supportedPx));

/** Frames of a log by exposure: at so many of a speed and full-frame equivalent. */
export interface ExposuresTaken {
  shutterS: number;
  equivalentMm: number;
  frames: number;
}

/**
 * How many frames of a log asked for more than these hands keep sharp, stance and stabiliser as tested: where a support would have served.
 * @param confidence of the frames, 0 to 1 exclusive
 */
export function beyondHands(
  setup: HoldSetup & { equivalentMm: number },
  posterior: HoldPosterior,
  confidence: number,
  taken: readonly ExposuresTaken[],
): { frames: number; beyond: number } {
  const { median } = driftAtConfidence(posterior, confidence);
  // The picture is looked at alike: drift goes with the equivalent focal length over the test's own.
  const drift = ({ shutterS, equivalentMm }: ExposuresTaken): number =>
    driftStops((setup.focalLengthMm * equivalentMm) / setup.equivalentMm, shutterS, setup.toleranceMm);
  const count = (some: readonly ExposuresTaken[]): number => some.reduce((sum, { frames }) => sum + frames, 0);
  return { frames: count(taken), beyond: count(taken.filter((one) => drift(one) > median)) };
}

/** Points a posterior is brought down to where two are set against each other. */
const COMPARED = 199;

/**
 * How many stops slower the first hands go than the second for the same share of sharp frames, with its interval; the two tests are
 * independent. Both in stops of drift, so that lens and picture do not count.
 */
export function steadierBy(first: HoldPosterior, second: HoldPosterior, confidence: number, coverage = 0.9): Estimate {
  const points = (posterior: HoldPosterior): number[] => driftQuantiles(posterior, confidence, COMPARED);
  const [a, b] = [points(first), points(second)];
  const differences = a.flatMap((x) => b.map((y) => x - y)).sort((x, y) => x - y);
  const at = (share: number): number => differences[Math.min(differences.length - 1, Math.floor(share * differences.length))]!;
  return { median: at(0.5), low: at((1 - coverage) / 2), high: at((1 + coverage) / 2) };
}

/** Evenly likely values of the drift at a confidence. */
function driftQuantiles({ thetas, slopes, weights }: HoldPosterior, confidence: number, count: number): number[] {
  const order = thetas
    .map((theta, i) => ({ x: driftOfHands(theta, slopes[i]!, confidence), weight: weights[i]! }))
    .sort((a, b) => a.x - b.x);
  let [i, sum] = [0, order[0]!.weight];
  return Array.from({ length: count }, (_, n) => {
    while (sum < (n + 0.5) / count && i < order.length - 1) sum += order[++i]!.weight;
    return order[i]!.x;
  });
}

/** Nodes with less than this share of the weightiest are left out of a brief: together they decide nothing. */
const THIN = 1e-4;

/** What the planner takes of a series. @param from whose frames they are */
export function testedHands(setup: HoldSetup, posterior: HoldPosterior, from: Provenance): NonNullable<Hold['tested']> {
  const least = THIN * Math.max(...posterior.weights);
  const kept = [...posterior.weights.keys()].filter((i) => posterior.weights[i]! >= least);
  return {
    thetas: kept.map((i) => posterior.thetas[i]!),
    slopes: kept.map((i) => posterior.slopes[i]!),
    weights: kept.map((i) => posterior.weights[i]!),
    conditions: [...setup.conditions],
    stabiliserStops: setup.stabiliserStops,
    focalLengthMm: setup.focalLengthMm,
    from,
  };
}

/** Stops a focal length as far off as a factor of two counts for: hands hold a long lens otherwise than a short one. Ours. */
const STOPS_PER_FOCAL_OCTAVE = 0.5;

/**
 * How far a brief is from what a series tested, stops: what starting values have to carry over. 0 for the same stance, stabiliser and
 * full-frame equivalent.
 */
export function farFromTested(setup: HoldSetup & { equivalentMm: number }, brief: Brief, briefEquivalentMm: number): number {
  const { kit, hold } = brief;
  const stabiliser = Math.abs(Math.max(kit.sensor.stabiliserStops, kit.lens.stabiliserStops) - setup.stabiliserStops);
  const differing = CONDITION_NAMES.filter(
    (condition) => hold.conditions.includes(condition) !== setup.conditions.includes(condition),
  );
  const conditions = differing.reduce((sum, condition) => sum + Math.abs(HOLD_CONDITIONS[condition]), 0);
  const focal = Math.abs(Math.log2(briefEquivalentMm / setup.equivalentMm));
  return STABILISER_SHARE * stabiliser + conditions + STOPS_PER_FOCAL_OCTAVE * focal;
}

/** How much steadier than the starting value the tested hands are, free and without a stabiliser, stops; median and interval. */
export function againstStartingValue(setup: HoldSetup, posterior: HoldPosterior, coverage = 0.9): Estimate {
  // At half of the frames the drift is the threshold itself.
  const { median, low, high } = driftAtConfidence(posterior, 0.5, coverage);
  const expected = DEFAULT_THRESHOLD + steadyingStops(setup.stabiliserStops, setup.conditions);
  return { median: median - expected, low: low - expected, high: high - expected };
}
