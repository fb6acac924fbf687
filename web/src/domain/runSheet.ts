import { withTests, type OwnTests, type Place, type RunSheet, type Segment, type StoredBrief } from '@hushto/contract';
import { lightAt, type Brief, type LightOfPlace, type PlannedStretch } from '@hushto/core';
import { planWithoutLadder, type PlanAtLight } from '@hushto/core';
import { sunAt } from '../sky/sun.ts';
import { clockText, dayOf, dayPlus, momentOf } from '../sky/zoned.ts';

const MINUTE_MS = 60_000;

/** A segment with its time, its brief and the light and plan expected. */
export interface TimedSegment {
  segment: Segment;
  fromMs: number;
  toMs: number;
  /** "15:50", as a clock there shows it. */
  from: string;
  to: string;
  /** The brief in the light expected; null for a pause, or where the brief is gone. */
  brief: Brief | null;
  /** Whether a brief was named that is no longer there. */
  lost: boolean;
  ev100: number | null;
  /** Expected from the sky without knowing a place. */
  unplaced: boolean;
  plan: PlanAtLight | null;
}

/** Lamps of a place on a day, and on the night before it, as moments. */
export function lightOfPlace(place: Place, day: string, sunAltitudeDeg = altitudeOf(place)): LightOfPlace {
  return {
    sunAltitudeDeg,
    sky: place.sky,
    shadeStops: place.shadeStops,
    floorEv: place.floorEv,
    lamps: lampHours(place, day),
  };
}

/** Lamps of a place while they burn, on the night before, that day's and the next. Off before on is the day after. */
export const lampHours = ({ lamps, timeZone }: Place, day: string) =>
  [-1, 0, 1].flatMap((days) =>
    lamps.map((lamp) => {
      const on = dayPlus(day, days);
      return {
        ...lamp,
        on,
        fromMs: momentOf(on, lamp.from, timeZone),
        toMs: momentOf(lamp.to > lamp.from ? on : dayPlus(on, 1), lamp.to, timeZone),
      };
    }),
  );

const altitudeOf =
  (place: Place) =>
  (atMs: number): number =>
    sunAt(place, atMs).altitudeDeg;

/** Each segment begins where the one before ends. The light of a segment is that of its middle. */
export function timed(
  sheet: RunSheet,
  briefs: readonly StoredBrief[],
  place: Place | null,
  tests: OwnTests = { holds: [], focusTests: [] },
): TimedSegment[] {
  let atMs = momentOf(sheet.day, sheet.startsAt, sheet.timeZone);
  return sheet.segments.map((segment) => {
    const fromMs = atMs;
    atMs += segment.minutes * MINUTE_MS;
    const stored = briefs.find(({ id }) => id === segment.briefId)?.document ?? null;
    const middleMs = (fromMs + atMs) / 2;
    const ev100 = stored && expectedEv(segment, stored, place, sheet, middleMs);
    const brief = stored && withTests({ ...stored, light: { ...stored.light, ev100: ev100! } }, tests);
    return {
      segment,
      fromMs,
      toMs: atMs,
      from: clockText(fromMs, sheet.timeZone),
      to: clockText(atMs, sheet.timeZone),
      brief,
      lost: segment.briefId !== null && stored === null,
      ev100,
      unplaced: segment.light.from === 'sky' && place === null,
      // As much of the Valley as is drawn beside it.
      plan: brief && planWithoutLadder(brief, 12),
    };
  });
}

function expectedEv({ light }: Segment, brief: Brief, place: Place | null, { timeZone }: RunSheet, atMs: number): number {
  if (light.from === 'reading') return light.ev100;
  if (light.from === 'brief' || !place) return brief.light.ev100;
  return Math.max(-12, lightAt(lightOfPlace(place, dayOf(atMs, timeZone)), atMs).ev100);
}

/** What the budget is worked out from. */
export const stretchesOf = (segments: readonly TimedSegment[]): PlannedStretch[] =>
  segments.map(({ segment, plan, brief }) => ({
    minutes: segment.minutes,
    pressesPerMinute: plan ? segment.pressesPerMinute : 0,
    burst: segment.burst ?? plan?.choice.burst ?? 1,
    shutterS: plan?.choice.shutterS ?? 1 / 60,
    megapixels: brief?.kit.sensor.megapixels ?? 1,
    rawBits: plan?.camera.rawBits ?? 14,
    framesPerSecond: brief?.kit.sensor.framesPerSecond ?? 1,
  }));
