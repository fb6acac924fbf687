import { exposureValue } from './exposure.ts';

/** What a camera shows about the light: a reading, or, at the end of its scale, only that it is darker or brighter still. */
export type Bound = 'reading' | 'orDarker' | 'orBrighter';
export interface AnchoredLight {
  ev100: number;
  bound: Bound;
}

/** How the camera stands while it is read. */
export interface ReadSetting {
  shutterS: number;
  /** T-number where it differs from the f-number. */
  fNumber: number;
  /** What an averaging meter needs so that the subject keeps its own tone, stops. */
  toneStops: number;
}

/**
 * Light from the ISO an automatic picks: EV = log2(N²/t) − log2(S/100) + (compensation − tone). At the ceiling the light may be
 * darker still, at the lowest ISO brighter: then it is a bound.
 * @param compensationStops set on the camera while it was read
 */
export function lightFromIso(
  { shutterS, fNumber, toneStops }: ReadSetting,
  iso: number,
  { compensationStops, lowestIso, ceilingIso }: { compensationStops: number; lowestIso: number; ceilingIso: number },
): AnchoredLight {
  const bound = iso >= ceilingIso * (1 - 1e-9) ? 'orDarker' : iso <= lowestIso * (1 + 1e-9) ? 'orBrighter' : 'reading';
  return { ev100: exposureValue(shutterS, fNumber, iso) + compensationStops - toneStops, bound };
}

/** Ends of the scale most meters show, stops either side of zero. Common practice. */
const METER_SCALE_STOPS = 3;

/**
 * Light from what the meter reads in manual, stops above (+) or below its zero: EV = log2(N²/t) − log2(S/100) + (reading − tone).
 * At either end of the scale it is a bound.
 */
export function lightFromMeter({ shutterS, fNumber, toneStops }: ReadSetting, iso: number, readingStops: number): AnchoredLight {
  const end = METER_SCALE_STOPS - 1e-9;
  const bound = readingStops >= end ? 'orBrighter' : readingStops <= -end ? 'orDarker' : 'reading';
  return { ev100: exposureValue(shutterS, fNumber, iso) + readingStops - toneStops, bound };
}

/** What the meter shows in a light, stops above or below its zero: the inverse of {@link lightFromMeter}. */
export const meterReading = ({ shutterS, fNumber, toneStops }: ReadSetting, iso: number, ev100: number): number =>
  ev100 + toneStops - exposureValue(shutterS, fNumber, iso);
