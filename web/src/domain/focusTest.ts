import {
  darkestOf,
  focusPosteriorOf,
  withTests,
  type FocusSeries,
  type FocusTryKept,
  type StoredBrief,
  type StoredFocusTest,
} from '@hushto/contract';
import {
  evOfFocus,
  expectedFocusEv,
  FOCUS_SLOPE,
  lockChance,
  meteredShutterS,
  nextFocusEv,
  normalSource,
  seededRandom,
  shutterMarks,
  testProgress,
  type DarkestTrusted,
} from '@hushto/core';
import equal from 'fast-deep-equal';
import { csvOf } from './csv.ts';

/** A focus test as far as it has come. */
export interface FocusTest {
  trusted: DarkestTrusted;
  /** Light to ask for next, EV. */
  next: number;
  done: boolean;
  /** About how many tries more it takes. */
  more: number;
}

const tests = new WeakMap<FocusSeries, FocusTest>();

/** Everything of a series that follows from its tries, worked out once for each state of it. */
export function focusTestOf(series: FocusSeries): FocusTest {
  const known = tests.get(series);
  if (known) return known;
  const expected = expectedFocusEv(series.kit.sensor, series);
  const trusted = darkestOf(series);
  // The first in light that most bodies see in: nobody begins by failing.
  const next = series.tries.length === 0 ? Math.round(2 * (expected + 1)) / 2 : nextFocusEv(focusPosteriorOf(series), expected);
  const test = { trusted, next, ...testProgress(series.tries.length, trusted.widthEv) };
  tests.set(series, test);
  return test;
}

/** A try, added; the one that makes the test complete closes it, and one opened again stays open. */
export function withTry(series: FocusSeries, tried: Omit<FocusTryKept, 'id' | 'at'>, at = new Date()): FocusSeries {
  const added = { ...series, tries: [...series.tries, { ...tried, id: crypto.randomUUID(), at: at.toISOString() }] };
  return focusTestOf(series).done || !focusTestOf(added).done ? added : { ...added, closed: true };
}

export const withoutLastTry = (series: FocusSeries): FocusSeries => ({
  ...series,
  tries: series.tries.slice(0, -1),
  closed: false,
});

/** Autofocus the simulated camera hides, round what is expected of it: boxes promise rather too much. */
export function hiddenFocus(seed: number, expectedEv: number): NonNullable<FocusSeries['simulated']> {
  const normal = normalSource(seededRandom(seed));
  return { seed, evAtHalf: expectedEv + 0.3 + normal(), slope: FOCUS_SLOPE * Math.exp(0.25 * normal()) };
}

/** Darkest light the hidden autofocus really may be trusted in, EV. */
export const hiddenDarkest = ({ simulated, confidence }: FocusSeries): number =>
  simulated ? evOfFocus(simulated.evAtHalf, simulated.slope, confidence) : NaN;

/** How long a simulated camera hunts before it gives up, s; and how soon it locks in good light. */
const GIVES_UP_S = 2;
const SOONEST_S = 0.12;

/** What the simulated camera does in a light; the same again after a reload, another at every try. */
export function simulatedTry({ simulated, tries }: FocusSeries, ev100: number): Omit<FocusTryKept, 'id' | 'at'> {
  const { seed, evAtHalf, slope } = simulated!;
  const random = seededRandom((seed % 1_000_003) * 53 + tries.length);
  if (random() >= lockChance(ev100, evAtHalf, slope)) return { ev100, locked: false, seconds: null };
  // Slower the nearer the limit: twice as long at it, and again for each stop beyond.
  const seconds = SOONEST_S * (1 + 2 ** (evAtHalf - ev100 + 1)) * Math.exp(0.3 * normalSource(random)());
  return { ev100, locked: true, seconds: Math.min(GIVES_UP_S, Math.round(100 * seconds) / 100) };
}

/** What a meter reads in a light, at an f-number and an ISO: the mark nearest to it, s. */
export const meterShutter = (ev100: number, fNumber: number, iso: number): number =>
  shutterMarks.value(shutterMarks.nearest(meteredShutterS(ev100, fNumber, iso)));

/** Briefs that plan with a test, by title: without it their autofocus would see otherwise. */
export function briefsFocusedWith(id: string, focusTests: readonly StoredFocusTest[], briefs: readonly StoredBrief[]): string[] {
  const others = focusTests.filter((test) => test.id !== id);
  const seesBy = (brief: StoredBrief, tests: readonly StoredFocusTest[]): unknown =>
    withTests(brief.document, { holds: [], focusTests: tests }).kit.sensor;
  return briefs.filter((brief) => !equal(seesBy(brief, focusTests), seesBy(brief, others))).map(({ document }) => document.title);
}

/** Every try of a series as CSV (RFC 4180). */
export const focusCsv = ({ title, kit, mode, target, fNumber, darkOption, tries, simulated }: FocusSeries): string =>
  csvOf(
    tries.map(({ at, ev100, locked, seconds }, n) => ({
      try: n + 1,
      at,
      ev100,
      locked: locked ? 'locked' : 'not',
      seconds: seconds ?? '',
      title,
      body: kit.sensor.label ?? '',
      lens: kit.lens.label ?? '',
      mode,
      target,
      fNumber,
      darkOption: darkOption ? 'on' : 'off',
      simulated: simulated ? 'yes' : 'no',
    })),
  );
