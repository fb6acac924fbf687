import type { Brief } from '../brief/brief.ts';
import { choiceOf } from '../plan/schools.ts';
import { Situation } from '../plan/situation.ts';
import { normalised, rowInformation, rowQuantile, withSlips } from './bayes.ts';
import type { Estimate } from './holdPosterior.ts';

/** One setting of a taste test: faster ones are grainier, slower ones blurrier. */
export interface TasteSetting {
  shutterS: number;
  fNumber: number;
  /** What the whole picture is as grainy as. */
  iso: number;
  /** Detail kept of the ideal, 0 to 1, at each of {@link TASTES}. */
  kept: readonly number[];
}

/** A choice between two settings, by their places in the list. */
export interface TasteChoice {
  slower: number;
  faster: number;
  /** Whether the slower, cleaner, blurrier one was preferred. */
  tookSlower: boolean;
}

/** Prior of the taste, stops: normal round 0; and of the logarithm of how surely a difference is seen. Ours. */
const TASTE_SD = 2;
const TASTE_REACH = 4;
const TASTE_STEP = 0.25;
const SENSITIVITIES = [6, 12, 25, 50, 100, 200];

/** Tastes weighed, stops; above 0 grain bothers more. */
export const TASTES: readonly number[] = Array.from(
  { length: (2 * TASTE_REACH) / TASTE_STEP + 1 },
  (_, i) => -TASTE_REACH + i * TASTE_STEP,
);

/** Stops of shutter either side of the hush point that a test shows. */
const SHOWN_STOPS = 3;

/**
 * The settings a taste test of a brief chooses from: the hush point's aperture, every shutter within three stops of it, slow to fast.
 * At a taste T noise counts 2^T-fold, so detail there is that of an SNR of 2^(−T/2) times as much.
 */
export function tasteSettings(brief: Brief): TasteSetting[] {
  const neutral = { ...brief, picture: { ...brief.picture, tasteStops: 0 } };
  const situation = new Situation(neutral);
  const { candidate } = choiceOf(situation, brief.light.ev100);
  return situation.marks.shutters
    .filter(({ shutterS }) => Math.abs(Math.log2(shutterS / candidate.shutter.shutterS)) <= SHOWN_STOPS + 1e-6)
    .map((shutter) => situation.candidate(shutter, candidate.aperture, brief.light.ev100))
    .filter(({ overExposed }) => !overExposed)
    .map((setting) => {
      const { shutter, aperture, meteredIso } = setting;
      const snr = situation.snrOf(setting);
      const { model } = situation.detail;
      const keptAt = (taste: number): number =>
        model.bits(aperture.detail(), shutter.detail(), snr * 2 ** (-taste / 2)) / model.idealBits;
      return { shutterS: shutter.shutterS, fNumber: aperture.fNumber, iso: meteredIso, kept: TASTES.map(keptAt) };
    });
}

/** Weights over tastes (rows) and sensitivities, summing to 1. */
export interface TastePosterior {
  weights: Float64Array;
}

export function tastePrior(): TastePosterior {
  const weights = TASTES.flatMap((taste) => SENSITIVITIES.map(() => Math.exp(-0.5 * (taste / TASTE_SD) ** 2)));
  return { weights: normalised(Float64Array.from(weights)) };
}

/** The same pairs are weighed after every choice: their chances are worked out once for a list of settings. */
const known = new WeakMap<readonly TasteSetting[], Map<string, Float64Array>>();

/** Chance that the slower is preferred, by taste and sensitivity: logistic in the difference of detail kept, with slips. */
function slowerChances(settings: readonly TasteSetting[], slower: number, faster: number): Float64Array {
  const pairs = known.get(settings) ?? new Map<string, Float64Array>();
  known.set(settings, pairs);
  const key = `${slower},${faster}`;
  const before = pairs.get(key);
  if (before) return before;
  const [a, b] = [settings[slower]!, settings[faster]!];
  const chances = Float64Array.from(
    TASTES.flatMap((_, i) =>
      SENSITIVITIES.map((sensitivity) => withSlips(1 / (1 + Math.exp(-sensitivity * (a.kept[i]! - b.kept[i]!))))),
    ),
  );
  pairs.set(key, chances);
  return chances;
}

/** What one choice teaches (Bayes). */
export function afterChoice({ weights }: TastePosterior, settings: readonly TasteSetting[], choice: TasteChoice): TastePosterior {
  const chances = slowerChances(settings, choice.slower, choice.faster);
  return { weights: normalised(weights.map((weight, i) => weight * (choice.tookSlower ? chances[i]! : 1 - chances[i]!))) };
}

/** Settings of a pair are at least so far apart, in thirds of a stop: closer ones look alike. */
const APART_THIRDS = 3;

/** The pair that is expected to teach most about the taste; null where there are no two settings far enough apart. */
export function nextPair(
  { weights }: TastePosterior,
  settings: readonly TasteSetting[],
): Pick<TasteChoice, 'slower' | 'faster'> | null {
  let best: (Pick<TasteChoice, 'slower' | 'faster'> & { bits: number }) | null = null;
  for (let slower = 0; slower < settings.length; slower++)
    for (let faster = slower + APART_THIRDS; faster < settings.length; faster++) {
      const bits = rowInformation(weights, slowerChances(settings, slower, faster), SENSITIVITIES.length);
      if (!best || bits > best.bits) best = { slower, faster, bits };
    }
  return best && { slower: best.slower, faster: best.faster };
}

/** Taste in stops, with its equal-tailed credible interval. */
export function tasteEstimate({ weights }: TastePosterior, coverage = 0.9): Estimate {
  const at = (share: number): number => rowQuantile(weights, TASTES, TASTE_STEP, share);
  return { median: at(0.5), low: at((1 - coverage) / 2), high: at((1 + coverage) / 2) };
}
