import { requirePositive } from '../numerics/require.ts';

/** Incident-light calibration constant C, lx·s (flat receptor). ISO 2720:1974 (from memory). */
const INCIDENT_CALIBRATION = 250;
/** Reflected-light calibration constant K, cd·s/m². ISO 2720:1974 (from memory). */
const REFLECTED_CALIBRATION = 12.5;
/** Reflectance a meter takes for granted, dimensionless. ISO 2720:1974 practice (from memory). */
export const MID_GREY = 0.18;

/** How far above the grey a meter takes for granted a tone lies, stops. @param tone reflectance, dimensionless, > 0 */
export const toneStops = (tone: number): number => Math.log2(tone / MID_GREY);

/**
 * Exposure value at ISO 100 of a setting: log2(N²/t) − log2(S/100). Exact.
 * @param shutterS exposure time, s, > 0  @param fNumber f-number (T-number for a T-stop), > 0  @param iso exposure index, > 0
 * @throws RangeError outside those ranges.  Reference: ISO 2720:1974 (from memory).
 */
export function exposureValue(shutterS: number, fNumber: number, iso: number): number {
  requirePositive('shutterS', shutterS);
  requirePositive('fNumber', fNumber);
  requirePositive('iso', iso);
  return Math.log2((fNumber * fNumber) / shutterS) - Math.log2(iso / 100);
}

/**
 * ISO that places the metered tone at mid grey, unrounded: 100·N²/(t·2^EV).
 * @param ev100 light, EV at ISO 100
 */
export function meteredIso(ev100: number, shutterS: number, fNumber: number): number {
  return (100 * fNumber * fNumber) / (shutterS * 2 ** ev100);
}

/** Shutter that places the metered tone at mid grey, s: 100·N²/(ISO·2^EV). @param ev100 light, EV at ISO 100 */
export const meteredShutterS = (ev100: number, fNumber: number, iso: number): number =>
  (100 * fNumber * fNumber) / (iso * 2 ** ev100);

/** Illuminance, lx, of a light of `ev100`: (C/100)·2^EV. */
export function illuminanceLux(ev100: number): number {
  return (INCIDENT_CALIBRATION / 100) * 2 ** ev100;
}

/** Luminance, cd/m², of a mid grey in a light of `ev100`: (K/100)·2^EV. */
export function luminance(ev100: number): number {
  return (REFLECTED_CALIBRATION / 100) * 2 ** ev100;
}

/** EV at ISO 100 of an illuminance in lx, the inverse of {@link illuminanceLux}. @throws RangeError unless lux > 0. */
export function evFromLux(lux: number): number {
  return Math.log2(requirePositive('lux', lux) / (INCIDENT_CALIBRATION / 100));
}
