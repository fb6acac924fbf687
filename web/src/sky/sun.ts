import { Body, Equator, Horizon, Observer, SearchAltitude, SearchHourAngle, SearchRiseSet } from 'astronomy-engine';

/** Where on Earth, degrees; north and east are positive. */
export interface Coordinates {
  latitudeDeg: number;
  longitudeDeg: number;
}

const DAY_MS = 86_400_000;

/** Direction of the sun's centre, degrees: altitude above the true horizon, refraction left out, and azimuth from north over east. */
export function sunAt({ latitudeDeg, longitudeDeg }: Coordinates, atMs: number): { altitudeDeg: number; azimuthDeg: number } {
  const observer = new Observer(latitudeDeg, longitudeDeg, 0);
  const at = new Date(atMs);
  const { ra, dec } = Equator(Body.Sun, at, observer, true, true);
  const { altitude, azimuth } = Horizon(at, observer, ra, dec);
  return { altitudeDeg: altitude, azimuthDeg: azimuth };
}

/** Steps between which the sun's altitude is taken for a parabola, ms: exact to well under a hundredth of a degree. */
const KNOT_MS = 600_000;

/**
 * The sun's altitude over a stretch of time as a function that costs next to nothing: exact every ten minutes, curved between.
 * Outside the stretch it holds the end's value.
 */
export function sunAltitudeOver(place: Coordinates, fromMs: number, toMs: number): (atMs: number) => number {
  const knots = Array.from(
    { length: Math.ceil((toMs - fromMs) / KNOT_MS) + 3 },
    (_, i) => sunAt(place, fromMs + (i - 1) * KNOT_MS).altitudeDeg,
  );
  return (atMs) => {
    const x = Math.min(Math.max((atMs - fromMs) / KNOT_MS, 0), knots.length - 2.001) + 1;
    const i = Math.min(Math.max(Math.round(x), 1), knots.length - 2);
    const [before, here, after] = [knots[i - 1]!, knots[i]!, knots[i + 1]!];
    const d = x - i;
    return here + (d * (after - before)) / 2 + (d * d * (before - 2 * here + after)) / 2;
  };
}

/** What the sun does between two moments: when its upper limb rises and sets as seen, and when its centre passes the twilights. */
export interface SunEvents {
  noonMs: number;
  sunriseMs: number | null;
  sunsetMs: number | null;
  /** Ends of the three evening twilights, and beginnings of the three morning ones; null where the sun does not go so low. */
  dusk: Twilights;
  dawn: Twilights;
  /** All day above the horizon, all day below it, or neither. */
  polar: 'day' | 'night' | null;
}

export interface Twilights {
  civilMs: number | null;
  nauticalMs: number | null;
  astronomicalMs: number | null;
}

/** Altitudes of the sun's centre at which a twilight ends, degrees. */
const TWILIGHT_DEG = { civil: -6, nautical: -12, astronomical: -18 } as const;
/** The upper limb touches the horizon as seen: 34' of refraction and 16' of radius. */
const HORIZON_DEG = -0.833;

/**
 * Events of the 24 hours from `fromMs`. Refraction at the horizon is the almanacs' 34 minutes of arc; a place with hills has its own.
 */
export function sunEvents(place: Coordinates, fromMs: number): SunEvents {
  const observer = new Observer(place.latitudeDeg, place.longitudeDeg, 0);
  const from = new Date(fromMs);
  const toMs = fromMs + DAY_MS;
  const within = (found: { date: Date } | null): number | null => {
    const at = found?.date.getTime();
    return at !== undefined && at < toMs ? at : null;
  };
  const twilights = (direction: 1 | -1): Twilights => ({
    civilMs: within(SearchAltitude(Body.Sun, observer, direction, from, 1, TWILIGHT_DEG.civil)),
    nauticalMs: within(SearchAltitude(Body.Sun, observer, direction, from, 1, TWILIGHT_DEG.nautical)),
    astronomicalMs: within(SearchAltitude(Body.Sun, observer, direction, from, 1, TWILIGHT_DEG.astronomical)),
  });
  const [sunriseMs, sunsetMs] = ([1, -1] as const).map((direction) =>
    within(SearchRiseSet(Body.Sun, observer, direction, from, 1)),
  );
  const never = sunriseMs === null && sunsetMs === null;
  return {
    noonMs: SearchHourAngle(Body.Sun, observer, 0, from).time.date.getTime(),
    sunriseMs: sunriseMs!,
    sunsetMs: sunsetMs!,
    dusk: twilights(-1),
    dawn: twilights(1),
    polar: never ? (sunAt(place, fromMs).altitudeDeg > HORIZON_DEG ? 'day' : 'night') : null,
  };
}

export type SkyPhase = 'day' | 'civil' | 'nautical' | 'astronomical' | 'night';

/** Phase of the day by the altitude of the sun's centre. */
export function skyPhase(altitudeDeg: number): SkyPhase {
  if (altitudeDeg > HORIZON_DEG) return 'day';
  if (altitudeDeg > TWILIGHT_DEG.civil) return 'civil';
  if (altitudeDeg > TWILIGHT_DEG.nautical) return 'nautical';
  return altitudeDeg > TWILIGHT_DEG.astronomical ? 'astronomical' : 'night';
}
