import {
  darkestTrusted,
  expectedFocusEv,
  FEWEST_TESTED,
  focusOfTests,
  focusPosterior,
  type Brief,
  type DarkestTrusted,
  type HoldPosterior,
} from '@hushto/core';
import { withHands } from './hands.ts';
import type { FocusSeries } from './kitTests.ts';
import type { StoredFocusTest, StoredHold } from './stored.ts';

const posteriors = new WeakMap<FocusSeries, HoldPosterior>();

/** What a focus test has taught, worked out once for each state of it. */
export function focusPosteriorOf(series: FocusSeries): HoldPosterior {
  const known = posteriors.get(series) ?? focusPosterior(expectedFocusEv(series.kit.sensor, series), series.tries);
  posteriors.set(series, known);
  return known;
}

/** The darkest light it may be trusted in. */
export const darkestOf = (series: FocusSeries): DarkestTrusted => darkestTrusted(focusPosteriorOf(series), series.confidence);

/** Tests of a brief's body that may speak for it, oldest first. Those with its option for the dark come after those without, and so count. */
function focusTestsFor({ kit: { sensor } }: Brief, tests: readonly StoredFocusTest[]): StoredFocusTest[] {
  const isOwn = ({ sensor: tested }: FocusSeries['kit']): boolean =>
    sensor.id !== undefined ? tested.id === sensor.id : sensor.label !== undefined && tested.label === sensor.label;
  const rank = ({ document: { darkOption, day } }: StoredFocusTest): string => `${darkOption ? 1 : 0} ${day}`;
  return tests
    .filter(({ document: { counts, tries, kit } }) => counts && tries.length >= FEWEST_TESTED && isOwn(kit))
    .sort((a, b) => rank(a).localeCompare(rank(b)));
}

/** A brief with the autofocus of its body, as far as its tests have shown it. */
function withFocus(brief: Brief, tests: readonly StoredFocusTest[]): Brief {
  const own = focusTestsFor(brief, tests);
  const found = focusOfTests(own.map(({ document }) => ({ ...document, ev: darkestOf(document).ev })));
  const last = own.findLast(({ document: { mode, target } }) => mode === 'single' && target === 'edge');
  if (!found || !last) return brief;
  const { ev, fNumber, ...costs } = found;
  const from = { seriesId: last.id, count: last.document.tries.length, day: last.document.day };
  const sensor = { ...brief.kit.sensor, focusLimit: { ev, fNumber }, focusTested: { ...costs, from } };
  return { ...brief, kit: { ...brief.kit, sensor } };
}

/** Tests of one's own that plans go by. */
export interface OwnTests {
  holds: readonly StoredHold[];
  focusTests: readonly StoredFocusTest[];
}

/** A brief with what this person's tests have shown: of their hands, and of the body's autofocus. */
export const withTests = (brief: Brief, { holds, focusTests }: OwnTests): Brief => withFocus(withHands(brief, holds), focusTests);
