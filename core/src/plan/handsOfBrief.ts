import {
  conditionStops,
  DEFAULT_SLOPE,
  DEFAULT_THRESHOLD,
  MOST_STEADYING_STOPS,
  sharpChance,
  STABILISER_SHARE,
  steadyingStops,
  UNTESTED_SPREAD_STOPS,
} from '../motion/hands.ts';
import type { Brief, Hold } from '../brief/brief.ts';

/** Hands as a plan takes them. */
export interface BriefHands {
  /** Mean threshold with what steadies them here, stops. */
  readonly threshold: number;
  /** Mean chance that one frame shows no shake, at so many stops of drift, x = log2(f·g(t)/c). */
  chanceAt(x: number): number;
  /**
   * Stops of drift, x, at which one frame in `confidence` of all is sharp, by hands as well as they are known: the drift such a frame does
   * not exceed is f·g(t)·2^−x.
   */
  sureAt(confidence: number): number;
}

/** The hands a brief plans with: the starting value, a tested one, or the weighted ones of a tested posterior. */
export function handsOfBrief({ hold, kit }: Brief): BriefHands {
  const stabiliser = Math.max(kit.sensor.stabiliserStops, kit.lens.stabiliserStops);
  const { tested } = hold;
  if (!tested) {
    const threshold = (hold.theta ?? DEFAULT_THRESHOLD) + steadyingStops(stabiliser, hold.conditions);
    const slope = hold.slope ?? DEFAULT_SLOPE;
    const spread = hold.theta === null ? UNTESTED_SPREAD_STOPS : 0;
    return {
      threshold,
      chanceAt: (x) => sharpChance(x, threshold, slope),
      sureAt: (confidence) => threshold + sureStops(confidence, slope, spread),
    };
  }
  // The test already held what steadied it then: only the difference counts.
  const then = STABILISER_SHARE * tested.stabiliserStops + conditionStops(tested.conditions);
  const now = STABILISER_SHARE * stabiliser + conditionStops(hold.conditions);
  const more = Math.min(MOST_STEADYING_STOPS, now) - Math.min(MOST_STEADYING_STOPS, then);
  const own = ownHands(tested, carriedDoublings(tested, kit.lens.focalLengthMm));
  return {
    threshold: own.threshold + more,
    chanceAt: (x) => own.chanceAt(x - more),
    sureAt: (confidence) => own.sureAt(confidence) + more,
  };
}

/** Nodes of a normal law, in standard deviations, and their shares: trapezoids, exact to 1e-9 for what is as smooth as this. */
const NORMAL = Array.from({ length: 97 }, (_, i) => -6 + i / 8).map((z) => ({ z, share: Math.exp(-z * z / 2) / 8 / Math.sqrt(2 * Math.PI) })); // prettier-ignore
const sure = new Map<string, number>();

/**
 * Stops from the threshold at which the mean chance is the confidence, for a threshold known within `spread` stops. In units of 2^−θ the
 * drift at 90 % is 4.185 untested (1.5 stops), 1.925 with 0.3 stops and 1.823 exact.
 */
export function sureStops(confidence: number, slope: number, spread: number): number {
  if (spread === 0) return Math.log2(-Math.log1p(-confidence) / Math.LN2) / -slope;
  const key = `${confidence}/${slope}/${spread}`;
  let stops = sure.get(key);
  if (stops === undefined) {
    stops = solved((x) => NORMAL.reduce((sum, { z, share }) => sum + share * sharpChance(x, spread * z, slope), 0), confidence);
    if (sure.size >= MOST_KEPT) sure.clear();
    sure.set(key, stops);
  }
  return stops;
}

/** Beyond any drift that hands of any slope a brief may have come to. */
const FARTHEST_STOPS = 200;

/** Where a chance that falls with x is `wanted`, to a millionth of a stop: enclosed in steps of two, then by Illinois false position. */
function solved(chanceAt: (x: number) => number, wanted: number): number {
  const excess = (x: number): number => chanceAt(x) - wanted;
  let [below, above] = [-1, 1];
  while (below > -FARTHEST_STOPS && excess(below) < 0) [above, below] = [below, below - 2];
  while (above < FARTHEST_STOPS && excess(above) >= 0) [below, above] = [above, above + 2];
  let [over, under] = [excess(below), excess(above)];
  let last = 0;
  while (above - below > 1e-6) {
    const between = (below * under - above * over) / (under - over);
    const at = excess(between);
    if (Math.abs(at) < 1e-12) return between;
    // The same end moved twice: the other counts half, so that both close in.
    if (at > 0) [below, over, under, last] = [between, at, last > 0 ? under / 2 : under, 1];
    else [above, under, over, last] = [between, at, last < 0 ? over / 2 : over, -1];
  }
  return below;
}

type Tested = NonNullable<Hold['tested']>;

/** How many doublings of focal length beyond the first a test is carried, either way; 0 where it carries. */
export const carriedDoublings = ({ focalLengthMm }: Tested, toMm: number): number =>
  focalLengthMm === undefined ? 0 : Math.max(0, Math.abs(Math.log2(toMm / focalLengthMm)) - 1);

/** A plan is worked out again at every step of a drag, mostly at the same drifts: the means over a posterior are kept with it. */
const known = new WeakMap<Tested, Map<number, BriefHands>>();

function ownHands(tested: Tested, doublings: number): BriefHands {
  // To a twentieth of a doubling: a drag over a zoom would work them out anew at every step.
  const carried = Math.round(doublings * 20) / 20;
  const kept = known.get(tested) ?? new Map<number, BriefHands>();
  known.set(tested, kept);
  const own = kept.get(carried) ?? averaged(carried === 0 ? tested : widened(tested, carried));
  kept.set(carried, own);
  return own;
}

/** The 90 % interval of a normal law, in standard deviations. */
const INTERVAL = 3.29;
/** Stops by which that interval widens with each doubling a test is carried beyond the first. Ours. */
const WIDER_A_DOUBLING = 0.5;

/** A posterior known less well: each threshold becomes three, as a normal law of that much more spread has them (Gauss–Hermite). */
function widened({ thetas, slopes, weights, ...rest }: Tested, doublings: number): Tested {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * theta, 0) / total;
  const spread = Math.sqrt(thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * (theta - mean) ** 2, 0) / total);
  const more = (WIDER_A_DOUBLING * doublings) / INTERVAL;
  const off = Math.sqrt(3 * ((spread + more) ** 2 - spread ** 2));
  const three = <Value>(values: readonly Value[], at: (value: Value, side: number) => Value): Value[] =>
    [-1, 0, 1].flatMap((side) => values.map((value) => at(value, side)));
  return {
    ...rest,
    thetas: three(thetas, (theta, side) => theta + side * off),
    slopes: three(slopes, (slope) => slope),
    weights: three(weights, (weight, side) => weight * (side === 0 ? 2 / 3 : 1 / 6)),
  };
}

/** Drifts kept at most. */
const MOST_KEPT = 4000;

function averaged({ thetas, slopes, weights }: Tested): BriefHands {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const kept = new Map<number, number>();
  const sureKept = new Map<number, number>();
  const mean = (x: number): number =>
    thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * sharpChance(x, theta, slopes[i] ?? DEFAULT_SLOPE), 0) / total;
  return {
    threshold: thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * theta, 0) / total,
    chanceAt: (x) => remembered(kept, x, mean),
    sureAt: (confidence) => remembered(sureKept, confidence, (wanted) => solved(mean, wanted)),
  };
}

function remembered(kept: Map<number, number>, at: number, find: (at: number) => number): number {
  const before = kept.get(at);
  if (before !== undefined) return before;
  if (kept.size >= MOST_KEPT) kept.clear();
  const found = find(at);
  kept.set(at, found);
  return found;
}
