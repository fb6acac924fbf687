import { evFromLux, illuminanceLux } from './exposure.ts';
import { skyIlluminanceLux, type SkyState } from './sky.ts';

/** Lamps that are lit for a time. */
export interface LampHours {
  fromMs: number;
  toMs: number;
  /** What they alone give at the subject, EV at ISO 100. */
  ev100: number;
}

/** What lights a place: the sky, as far as it is seen, and lamps. */
export interface LightOfPlace {
  /** Altitude of the sun's centre, degrees, refraction left out, at a time in ms; handed in, for the core knows no almanac. */
  sunAltitudeDeg: (atMs: number) => number;
  sky: SkyState;
  /** How much less than the whole sky reaches the subject, stops, ≥ 0. */
  shadeStops: number;
  /** Lamps that are always lit, EV at ISO 100 at the subject; null where there are none. */
  floorEv: number | null;
  lamps: readonly LampHours[];
}

/** Light at one moment. */
export interface LightSample {
  atMs: number;
  sunAltitudeDeg: number;
  /** Sky and lamps together, lx, and the EV at ISO 100 it makes. */
  lux: number;
  ev100: number;
  /** Share that lamps give, 0 to 1. */
  lampShare: number;
}

/**
 * Light of a place at a moment: the sky's illuminance of a level surface, thinned by shade, and that of the lamps added in lux.
 * Leaves out moon, reflections and which way the subject faces.
 */
export function lightAt(place: LightOfPlace, atMs: number): LightSample {
  const sunAltitudeDeg = place.sunAltitudeDeg(atMs);
  const skyLux = skyIlluminanceLux(sunAltitudeDeg, place.sky) / 2 ** place.shadeStops;
  const lit = place.lamps.filter(({ fromMs, toMs }) => atMs >= fromMs && atMs < toMs).map(({ ev100 }) => ev100);
  const lampLux = [...lit, ...(place.floorEv === null ? [] : [place.floorEv])].reduce((sum, ev) => sum + illuminanceLux(ev), 0);
  const lux = skyLux + lampLux;
  return { atMs, sunAltitudeDeg, lux, ev100: evFromLux(lux), lampShare: lampLux / lux };
}

/** Light from `fromMs` to `toMs`, both included, every `stepMs`. @throws RangeError unless stepMs > 0 and the times are in order. */
export function lightAhead(place: LightOfPlace, fromMs: number, toMs: number, stepMs: number): LightSample[] {
  if (!(stepMs > 0 && toMs >= fromMs))
    throw new RangeError(`times must be in order and the step above 0, got ${fromMs} to ${toMs} by ${stepMs}`);
  const steps = Math.floor((toMs - fromMs) / stepMs);
  return Array.from({ length: steps + 1 }, (_, i) => lightAt(place, fromMs + i * stepMs));
}

/** A rung, as far as the light goes: its brighter end, EV at ISO 100. */
interface BeginsAt {
  evFrom: number;
}

/** The rung a light lies on: the darkest that begins at or above it. Null where it is brighter than the whole ladder. */
export function rungAt<R extends BeginsAt>(ladder: readonly R[], ev100: number): R | null {
  return ladder.findLast(({ evFrom }) => evFrom >= ev100 - 1e-9) ?? null;
}

/** A rung coming into force. */
export interface RungTime<R> {
  atMs: number;
  /** The light that is passed, EV at ISO 100. */
  ev100: number;
  /** The rung from here on; null where the light rises above the whole ladder. */
  rung: R | null;
  towards: 'darker' | 'brighter';
}

/**
 * When the light of `samples` passes from rung to rung: falling light enters a rung at its brighter end, rising light leaves it there.
 * Times are interpolated between samples; rungs passed between two samples each get their own. A jump (lamps going on) is one moment.
 */
export function rungTimes<R extends BeginsAt>(samples: readonly LightSample[], ladder: readonly R[]): RungTime<R>[] {
  const times: RungTime<R>[] = [];
  for (let i = 1; i < samples.length; i++) {
    const [before, after] = [samples[i - 1]!, samples[i]!];
    const share = (ev: number): number => (ev - before.ev100) / (after.ev100 - before.ev100);
    const at = (ev: number): number => before.atMs + share(ev) * (after.atMs - before.atMs);
    const falling = after.ev100 < before.ev100;
    const passed = ladder
      .map((rung, n) => ({ rung, brighter: ladder[n - 1] ?? null }))
      .filter(({ rung: { evFrom } }) => before.ev100 > evFrom !== after.ev100 > evFrom);
    if (falling)
      for (const { rung } of passed) times.push({ atMs: at(rung.evFrom), ev100: rung.evFrom, rung, towards: 'darker' });
    else
      for (const { rung, brighter } of passed.reverse())
        times.push({ atMs: at(rung.evFrom), ev100: rung.evFrom, rung: brighter, towards: 'brighter' });
  }
  return times;
}
