import type { Sensor } from '../brief/brief.ts';
import { sharpChance } from '../motion/hands.ts';
import { requireRange } from '../numerics/require.ts';
import { continuousCostEv, lowContrastCostEv } from '../plan/focus.ts';
import {
  afterFrames,
  driftAtConfidence,
  driftOfHands,
  expectedInformation,
  meanSharpChance,
  thresholdPrior,
  type HoldPosterior,
} from './holdPosterior.ts';

/** What autofocus is aimed at: an edge of good contrast, or something with little of it. */
export const FOCUS_TARGETS = ['edge', 'lowContrast'] as const;
export type FocusTarget = (typeof FOCUS_TARGETS)[number];

/** How a body focuses while it is tested. */
export interface FocusSetup {
  mode: 'single' | 'continuous';
  target: FocusTarget;
  /** f-number it focuses at. */
  fNumber: number;
}

/** Light in which half of the tries are expected to lock before any was made, EV at ISO 100: the limit on the box, and our costs. */
export const expectedFocusEv = (
  sensor: Pick<Sensor, 'focusLimit' | 'focusTested'>,
  { mode, target, fNumber }: FocusSetup,
): number =>
  sensor.focusLimit.ev +
  2 * Math.log2(fNumber / sensor.focusLimit.fNumber) +
  (mode === 'continuous' ? continuousCostEv(sensor) : 0) +
  (target === 'lowContrast' ? lowContrastCostEv(sensor) : 0);

/** One try of a focus test: the light on the target, and whether autofocus locked on it, and how soon. */
export interface FocusTry {
  /** What a grey card at the target reads, EV at ISO 100. */
  ev100: number;
  locked: boolean;
  /** From the press to the lock, s; null where it was not timed. */
  seconds: number | null;
}

/**
 * How steeply autofocus fails as the light goes: from nine tries in ten to one in ten within about a stop and a half. Ours, a starting
 * value; every test fits its own.
 */
export const FOCUS_SLOPE = 3;

/** Light farther than this from the expected limit teaches nothing, EV: as far as the prior reaches. */
const ASKED_WITHIN_EV = 4;
/** Steps of light a test asks for, EV: nobody sets a room's light more finely. Ours. */
export const STEP_EV = 0.5;

/**
 * What a series of tries has taught: the same family of curves as for hands, darkness in the place of drift, 5 % of tries answered by
 * chance. @param expectedEv where half of the tries are expected to lock, EV at ISO 100
 */
export function focusPosterior(expectedEv: number, tries: readonly FocusTry[]): HoldPosterior {
  requireRange('expectedEv', expectedEv, -20, 20);
  return afterFrames(
    priorOf(expectedEv),
    tries.map(({ ev100, locked }) => ({ x: -ev100, sharp: locked })),
  );
}

/** The nodes of a prior are shared by all tests of one limit, and with them what is worked out over them. */
const priors = new Map<number, HoldPosterior>();
function priorOf(expectedEv: number): HoldPosterior {
  const known = priors.get(expectedEv) ?? thresholdPrior(-expectedEv, FOCUS_SLOPE);
  priors.set(expectedEv, known);
  return known;
}

/** The light to try next, EV: where one try is expected to teach most, in half steps. */
export function nextFocusEv(posterior: HoldPosterior, expectedEv: number): number {
  const first = Math.ceil((expectedEv - ASKED_WITHIN_EV) / STEP_EV);
  const steps = Array.from({ length: Math.floor((2 * ASKED_WITHIN_EV) / STEP_EV) }, (_, i) => (first + i) * STEP_EV);
  const bits = steps.map((ev) => expectedInformation(posterior, -ev));
  return steps[bits.indexOf(Math.max(...bits))]!;
}

/** The darkest light in which so many tries lock: median and ends of the interval, EV, and its width. */
export interface DarkestTrusted {
  ev: number;
  lowEv: number;
  highEv: number;
  widthEv: number;
}

/** @param confidence share of tries that lock, 0 to 1 exclusive  @param coverage of the interval */
export function darkestTrusted(posterior: HoldPosterior, confidence: number, coverage = 0.9): DarkestTrusted {
  const { median, low, high } = driftAtConfidence(posterior, confidence, coverage);
  return { ev: -median, lowEv: -high, highEv: -low, widthEv: high - low };
}

/** Light in which a known autofocus locks a share of its tries, EV. @param evAtHalf where half of them do */
export const evOfFocus = (evAtHalf: number, slope: number, confidence: number): number =>
  -driftOfHands(-evAtHalf, slope, confidence);

/** Chance that a known autofocus locks. @param evAtHalf light in which half of its tries do, EV */
export const lockChance = (ev100: number, evAtHalf: number, slope: number): number => sharpChance(-ev100, -evAtHalf, slope);

/** The curve of a test at some lights: mean chance of a lock. */
export const lockCurve = (posterior: HoldPosterior, evs: readonly number[]): { ev100: number; mean: number }[] =>
  evs.map((ev100) => ({ ev100, mean: meanSharpChance(posterior, -ev100) }));

/** What a test found. */
export interface FocusFound extends FocusSetup {
  /** Darkest light trusted, EV at ISO 100. */
  ev: number;
}

/** Light at f/1 that a limit at an f-number is as dark as, EV. */
const atF1 = ({ ev, fNumber }: FocusFound): number => ev - 2 * Math.log2(fNumber);

/**
 * A body's limit of autofocus out of its tests, the later of two alike counting, and what following and little contrast cost; none of
 * them is a gain. Null where single on an edge was not tested: the others are told against it.
 */
export function focusOfTests(
  tests: readonly FocusFound[],
): (Sensor['focusLimit'] & { continuousCostEv?: number; lowContrastCostEv?: number }) | null {
  const of = (mode: FocusSetup['mode'], target: FocusTarget): FocusFound | undefined =>
    tests.findLast((test) => test.mode === mode && test.target === target);
  const single = of('single', 'edge');
  if (!single) return null;
  const cost = (other: FocusFound): number => Math.max(0, atF1(other) - atF1(single));
  const [following, plain] = [of('continuous', 'edge'), of('single', 'lowContrast')];
  return {
    ev: single.ev,
    fNumber: single.fNumber,
    ...(following && { continuousCostEv: cost(following) }),
    ...(plain && { lowContrastCostEv: cost(plain) }),
  };
}
