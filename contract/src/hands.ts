import {
  farFromTested,
  FEWEST_TESTED,
  fullFrameEquivalentMm,
  pictureOf,
  seriesPosterior,
  testedHands,
  type Brief,
  type Hold,
  type HoldPosterior,
  type HoldSetup,
} from '@hushto/core';
import type { HoldSeries } from './learning.ts';
import type { StoredHold } from './stored.ts';

/** How a series was held and looked at, as the core wants it. */
export function setupOf({ kit, viewCph, stabiliserStops, conditions }: HoldSeries): HoldSetup & { equivalentMm: number } {
  const { sensor, lens } = kit;
  return {
    focalLengthMm: lens.focalLengthMm,
    toleranceMm: pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, viewCph).toleranceMm,
    stabiliserStops,
    conditions,
    equivalentMm: fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm, 1),
  };
}

const posteriors = new WeakMap<HoldSeries, HoldPosterior>();

/** What a series has taught, worked out once for each state of it. */
export function posteriorOf(series: HoldSeries): HoldPosterior {
  const known = posteriors.get(series) ?? seriesPosterior(setupOf(series), series.frames);
  posteriors.set(series, known);
  return known;
}

/** Series that may speak for the photographer: allowed to, and long enough. */
export const countingSeries = (holds: readonly StoredHold[]): StoredHold[] =>
  holds.filter(({ document }) => document.counts && document.frames.length >= FEWEST_TESTED);

const equivalentOf = ({ kit, picture }: Brief): number =>
  fullFrameEquivalentMm(kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, picture.crop);

/** The series a brief plans with: the one it names, else the nearest of this person's, the later of two alike; null for the starting value. */
export function seriesFor({ hold, ...brief }: Brief, holds: readonly StoredHold[]): StoredHold | null {
  if (hold.seriesId === null || hold.theta !== null) return null;
  const counting = countingSeries(holds);
  if (hold.seriesId !== undefined) return counting.find(({ id }) => id === hold.seriesId) ?? null;
  const whole = { ...brief, hold };
  const far = (series: HoldSeries): number => farFromTested(setupOf(series), whole, equivalentOf(whole));
  return counting.reduce<StoredHold | null>((best, other) => {
    if (!best) return other;
    const nearer = far(best.document) - far(other.document);
    if (Math.abs(nearer) > 1e-9) return nearer > 0 ? other : best;
    return other.document.day >= best.document.day ? other : best;
  }, null);
}

const taken = new WeakMap<HoldSeries, NonNullable<Hold['tested']>>();

/** A brief with the hands of this person, as far as their tests have shown them; the planner takes it from there. */
export function withHands(brief: Brief, holds: readonly StoredHold[]): Brief {
  const stored = seriesFor(brief, holds);
  if (!stored) return brief;
  const { id, document } = stored;
  const tested =
    taken.get(document) ??
    testedHands(setupOf(document), posteriorOf(document), { seriesId: id, count: document.frames.length, day: document.day });
  taken.set(document, tested);
  return { ...brief, hold: { ...brief.hold, tested } };
}
