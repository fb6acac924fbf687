import type { Place } from '@hushto/contract';
import {
  ladderFor,
  lightAhead,
  rungFor,
  rungTimes,
  sunSide,
  type Brief,
  type LightSample,
  type Rung,
  type RungTime,
  type SunAgainstCamera,
} from '@hushto/core';
import { sunAltitudeOver, sunAt, sunEvents, type SunEvents } from '../sky/sun.ts';
import { dayPlus, momentOf } from '../sky/zoned.ts';
import { lightOfPlace } from './runSheet.ts';

export const STRETCHES = ['evening', 'morning', 'whole'] as const;
/** Which part of the day is looked at. */
export type Stretch = (typeof STRETCHES)[number];

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;

/** The light of a place through a part of a day, and when a brief's ladder changes in it. */
export interface Ahead {
  fromMs: number;
  toMs: number;
  samples: LightSample[];
  sun: SunEvents;
  /** When the ladder changes, the beginning first; empty without a brief. */
  times: RungTime<Rung>[];
  /** The sun against the camera at its setting or rising; null where the camera's direction is not given, or the sun does neither. */
  against: SunAgainstCamera | null;
}

/** Evening and morning lie round sunset and sunrise; where there is none, they are hours of the clock. */
function limits(place: Place, day: string, stretch: Stretch): { fromMs: number; toMs: number; sun: SunEvents } {
  const at = (clock: string, on = day): number => momentOf(on, clock, place.timeZone);
  const sun = sunEvents(place, at('12:00', stretch === 'morning' ? dayPlus(day, -1) : day));
  if (stretch === 'whole') return { fromMs: at('12:00'), toMs: at('12:00', dayPlus(day, 1)), sun };
  const middle = stretch === 'evening' ? sun.sunsetMs : sun.sunriseMs;
  if (middle === null) {
    return stretch === 'evening'
      ? { fromMs: at('15:00'), toMs: at('23:00'), sun }
      : { fromMs: at('03:00'), toMs: at('11:00'), sun };
  }
  const [before, after] = stretch === 'evening' ? [2, 4] : [4, 2];
  const hour = (ms: number): number => Math.round(ms / (HOUR_MS / 2)) * (HOUR_MS / 2);
  return { fromMs: hour(middle - before * HOUR_MS), toMs: hour(middle + after * HOUR_MS), sun };
}

/** Works out the light ahead. The ladder is the brief's own, walked as far as the light goes. */
export function aheadOf(place: Place, day: string, stretch: Stretch, brief: Brief | null): Ahead {
  const { fromMs, toMs, sun } = limits(place, day, stretch);
  const light = lightOfPlace(place, day, sunAltitudeOver(place, fromMs, toMs));
  const samples = lightAhead(light, fromMs, toMs, MINUTE_MS);
  const atSun = stretch === 'morning' ? sun.sunriseMs : sun.sunsetMs;
  const shownMs = atSun ?? (sun.polar === 'day' ? (fromMs + toMs) / 2 : null);
  const { altitudeDeg, azimuthDeg } = sunAt(place, shownMs ?? fromMs);
  return {
    fromMs,
    toMs,
    samples,
    sun,
    times: brief ? timesOf(brief, samples) : [],
    against:
      place.facingDeg === null || shownMs === null
        ? null
        : sunSide(Math.max(altitudeDeg, -0.8), azimuthDeg, place.facingDeg, place.sky),
  };
}

/** Light beyond which no ladder is walked: brighter than full sun, darker than starlight. */
const WIDEST_THIRDS = 60;

function timesOf(brief: Brief, samples: readonly LightSample[]): RungTime<Rung>[] {
  const evs = samples.map(({ ev100 }) => ev100);
  const thirds = (stops: number): number => Math.min(WIDEST_THIRDS, Math.max(0, Math.ceil(3 * stops)));
  const ladder = ladderFor(brief, {
    brighterThirds: thirds(Math.max(...evs) - brief.light.ev100),
    darkerThirds: thirds(brief.light.ev100 - Math.min(...evs)),
  });
  const { atMs, ev100 } = samples[0]!;
  const begins = { atMs, ev100, rung: rungFor(brief, ev100), towards: 'darker' as const };
  // A rung is described at its brighter end. Where rising light enters at the darker one, what holds just there is said instead.
  const times = rungTimes(samples, ladder).map((time) =>
    time.towards === 'brighter' ? { ...time, rung: rungFor(brief, time.ev100) } : time,
  );
  return [begins, ...times];
}
