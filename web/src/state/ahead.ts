import type { Place } from '@hushto/contract';
import {
  ladderFor,
  lightAhead,
  rungAt,
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
  times: RungTime<Rung>[];
  /** The rung at the beginning; null where it is brighter than the ladder, or without a brief. */
  first: Rung | null;
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
  const evs = samples.map(({ ev100 }) => ev100);
  const ladder = brief ? ladderThrough(brief, Math.min(...evs), Math.max(...evs)) : [];
  const atSun = stretch === 'morning' ? sun.sunriseMs : sun.sunsetMs;
  const shownMs = atSun ?? (sun.polar === 'day' ? (fromMs + toMs) / 2 : null);
  const { altitudeDeg, azimuthDeg } = sunAt(place, shownMs ?? fromMs);
  return {
    fromMs,
    toMs,
    samples,
    sun,
    times: rungTimes(samples, ladder),
    first: rungAt(ladder, samples[0]!.ev100),
    against:
      place.facingDeg === null || shownMs === null
        ? null
        : sunSide(Math.max(altitudeDeg, -0.8), azimuthDeg, place.facingDeg, place.sky),
  };
}

/** Light beyond which no ladder is walked: brighter than full sun, darker than starlight. */
const WIDEST_THIRDS = 60;

function ladderThrough(brief: Brief, darkestEv: number, brightestEv: number): Rung[] {
  const thirds = (stops: number): number => Math.min(WIDEST_THIRDS, Math.max(0, Math.ceil(3 * stops)));
  const { ev100 } = brief.light;
  return ladderFor(brief, { brighterThirds: thirds(brightestEv - ev100), darkerThirds: thirds(ev100 - darkestEv) });
}
