import { isoMarks } from '../light/marks.ts';
import { normalised, rowInformation, rowQuantile, withSlips } from './bayes.ts';
import type { Estimate } from './holdPosterior.ts';

/** An ISO shown, and whether its grain was acceptable. */
export interface CeilingFrame {
  iso: number;
  acceptable: boolean;
}

/** Prior of the ceiling, stops above ISO 100: normal round ISO 6400; everybody's is somewhere between 800 and 51 200. Ours. */
const CEILING_MEAN = 6;
const CEILING_SD = 2;
const CEILING_STEP = 0.125;
const MOST_STOPS = 12;
/** How suddenly acceptable turns into too much, per stop. Ours. */
const SLOPES = [0.5, 1, 2, 4, 8];

const CEILINGS: readonly number[] = Array.from({ length: MOST_STOPS / CEILING_STEP + 1 }, (_, i) => i * CEILING_STEP);

/** Weights over ceilings (rows, stops above ISO 100) and slopes, summing to 1. */
export interface CeilingPosterior {
  weights: Float64Array;
}

export function ceilingPrior(): CeilingPosterior {
  const weights = CEILINGS.flatMap((ceiling) => SLOPES.map(() => Math.exp(-0.5 * ((ceiling - CEILING_MEAN) / CEILING_SD) ** 2)));
  return { weights: normalised(Float64Array.from(weights)) };
}

/** The same marks are weighed after every answer: their chances are worked out once. */
const known = new Map<number, Float64Array>();
/** There are some thirty marks of ISO; whatever else is asked for is not kept for long. */
const MOST_KNOWN = 64;

/** Chance that an ISO is acceptable, by ceiling and slope: logistic in stops, with slips. */
function acceptableChances(iso: number): Float64Array {
  const before = known.get(iso);
  if (before) return before;
  const x = Math.log2(iso / 100);
  const chances = Float64Array.from(
    CEILINGS.flatMap((ceiling) => SLOPES.map((slope) => withSlips(1 / (1 + Math.exp(-slope * (ceiling - x)))))),
  );
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(iso, chances);
  return chances;
}

/** What one answer teaches (Bayes). @throws RangeError for an ISO of 0 or less */
export function afterCeilingFrame({ weights }: CeilingPosterior, { iso, acceptable }: CeilingFrame): CeilingPosterior {
  if (!(iso > 0)) throw new RangeError(`iso must be above 0, got ${iso}`);
  const chances = acceptableChances(iso);
  return { weights: normalised(weights.map((weight, i) => weight * (acceptable ? chances[i]! : 1 - chances[i]!))) };
}

/** Highest acceptable ISO, in stops above ISO 100: where half of the frames are accepted, with its equal-tailed credible interval. */
export function ceilingEstimate({ weights }: CeilingPosterior, coverage = 0.9): Estimate {
  const at = (share: number): number => rowQuantile(weights, CEILINGS, CEILING_STEP, share);
  return { median: at(0.5), low: at((1 - coverage) / 2), high: at((1 + coverage) / 2) };
}

/** Stops above base ISO at which the series begins. Ours. */
const BEGINS_ABOVE = 3;

/**
 * The ISO to show next: rising by whole stops until one is too much, then the mark that is expected to teach most about the ceiling.
 * @param from, to what the body has; null where nothing is left to ask
 */
export function nextCeilingIso(
  posterior: CeilingPosterior,
  answers: readonly CeilingFrame[],
  { from, to }: { from: number; to: number },
): number | null {
  const first = isoMarks.nearest(from);
  const marks = Array.from({ length: isoMarks.nearest(to) - first + 1 }, (_, i) => isoMarks.value(first + i));
  if (marks.length === 0) return null;
  if (answers.every(({ acceptable }) => acceptable)) {
    const last = answers.reduce((most, { iso }) => Math.max(most, iso), 0);
    const third = last === 0 ? first + 3 * BEGINS_ABOVE : isoMarks.nearest(last) + 3;
    const rising = isoMarks.value(Math.min(third, isoMarks.nearest(to)));
    if (rising > last * 1.01) return rising;
  }
  return marks
    .map((iso) => ({ iso, bits: rowInformation(posterior.weights, acceptableChances(iso), SLOPES.length) }))
    .reduce((best, other) => (other.bits > best.bits ? other : best)).iso;
}
