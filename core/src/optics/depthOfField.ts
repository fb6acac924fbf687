import { requirePositive } from '../numerics/require.ts';

/**
 * Magnification of a thin lens focused at a distance: f/(s − f).
 * @param focalLengthMm > 0  @param distanceM from the lens, beyond the focal length
 * @throws RangeError inside the focal length.  Reference: thin-lens equation.
 */
export function magnification(focalLengthMm: number, distanceM: number): number {
  requirePositive('focalLengthMm', focalLengthMm);
  const beyondMm = distanceM * 1000 - focalLengthMm;
  requirePositive('distance beyond the focal length', beyondMm);
  return focalLengthMm / beyondMm;
}

/**
 * The f-number that counts for light and diffraction when a lens focuses close: N·(1 + m), for the extension takes light away.
 * @param fNumber the mark on the lens  Symmetric lens; Ray, Applied Photographic Optics (from memory).
 */
export const extendedF = (fNumber: number, focalLengthMm: number, distanceM: number): number =>
  fNumber * (1 + magnification(focalLengthMm, distanceM));

/** Hyperfocal distance, m: f²/(N·c) + f. @param toleranceMm circle of confusion c, mm */
export function hyperfocalM(focalLengthMm: number, fNumber: number, toleranceMm: number): number {
  return (focalLengthMm ** 2 / (fNumber * toleranceMm) + focalLengthMm) / 1000;
}

/** Nearest and farthest distance, m, that stay within the circle of confusion; `farM` is null for infinity. */
export interface DepthOfField {
  nearM: number;
  farM: number | null;
}

/** Depth of field round a focus distance, thin lens, exact. Leaves out pupil magnification. */
export function depthOfField(focalLengthMm: number, fNumber: number, toleranceMm: number, distanceM: number): DepthOfField {
  const hyper = hyperfocalM(focalLengthMm, fNumber, toleranceMm);
  const focal = focalLengthMm / 1000;
  const nearM = (distanceM * (hyper - focal)) / (hyper + distanceM - 2 * focal);
  return { nearM, farM: distanceM >= hyper ? null : (distanceM * (hyper - focal)) / (hyper - distanceM) };
}

/** Diameter, mm on the sensor, of the blur disc of a point at `pointM` with focus at `distanceM`: (|d−s|/d)·f²/(N(s−f)). */
export function defocusDiscMm(focalLengthMm: number, fNumber: number, distanceM: number, pointM: number): number {
  return ((Math.abs(pointM - distanceM) / pointM) * focalLengthMm * magnification(focalLengthMm, distanceM)) / fNumber;
}

/** Focal length, mm, that gives the same view on a 36 × 24 mm frame, by the diagonal. */
export function fullFrameEquivalentMm(focalLengthMm: number, sensorWidthMm: number, sensorHeightMm: number, crop = 1): number {
  return (focalLengthMm * crop * Math.hypot(36, 24)) / Math.hypot(sensorWidthMm, sensorHeightMm);
}
