import {
  conditionStops,
  DEFAULT_SLOPE,
  DEFAULT_THRESHOLD,
  MOST_STEADYING_STOPS,
  sharpChance,
  STABILISER_SHARE,
  steadyingStops,
} from '../motion/hands.ts';
import type { Brief, Hold } from '../brief/brief.ts';

/** Hands as a plan takes them. */
export interface BriefHands {
  /** Mean threshold with what steadies them here, stops. */
  readonly threshold: number;
  /** Mean chance that one frame shows no shake, at so many stops of drift, x = log2(f·g(t)/c). */
  chanceAt(x: number): number;
}

/** The hands a brief plans with: the starting value, a tested one, or the weighted ones of a tested posterior. */
export function handsOfBrief({ hold, kit }: Brief): BriefHands {
  const stabiliser = Math.max(kit.sensor.stabiliserStops, kit.lens.stabiliserStops);
  const { tested } = hold;
  if (!tested) {
    const threshold = (hold.theta ?? DEFAULT_THRESHOLD) + steadyingStops(stabiliser, hold.conditions);
    const slope = hold.slope ?? DEFAULT_SLOPE;
    return { threshold, chanceAt: (x) => sharpChance(x, threshold, slope) };
  }
  // The test already held what steadied it then: only the difference counts.
  const then = STABILISER_SHARE * tested.stabiliserStops + conditionStops(tested.conditions);
  const now = STABILISER_SHARE * stabiliser + conditionStops(hold.conditions);
  const more = Math.min(MOST_STEADYING_STOPS, now) - Math.min(MOST_STEADYING_STOPS, then);
  const own = known.get(tested) ?? averaged(tested);
  known.set(tested, own);
  return { threshold: own.threshold + more, chanceAt: (x) => own.chanceAt(x - more) };
}

/** A plan is worked out again at every step of a drag, mostly at the same drifts: the means over a posterior are kept with it. */
const known = new WeakMap<NonNullable<Hold['tested']>, BriefHands>();
/** Drifts kept at most. */
const MOST_KEPT = 4000;

function averaged({ thetas, slopes, weights }: NonNullable<Hold['tested']>): BriefHands {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const kept = new Map<number, number>();
  return {
    threshold: thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * theta, 0) / total,
    chanceAt: (x) => {
      const before = kept.get(x);
      if (before !== undefined) return before;
      if (kept.size >= MOST_KEPT) kept.clear();
      const chance =
        thetas.reduce((sum, theta, i) => sum + (weights[i] ?? 0) * sharpChance(x, theta, slopes[i] ?? DEFAULT_SLOPE), 0) / total;
      kept.set(x, chance);
      return chance;
    },
  };
}
