import { apertureMarks } from '../light/marks.ts';
import type { Lens } from '../brief/brief.ts';

/** A lens as it stands on the shelf: its focal range and the widest f-number engraved for both ends. */
export interface ShelfLens extends Omit<Lens, 'focalLengthMm' | 'widestF'> {
  focalFromMm: number;
  focalToMm: number;
  widestFAtFrom: number;
  widestFAtTo: number;
}

/**
 * Widest f-number of a zoom at a focal length: as engraved at both ends; between them straight in stops over the logarithm of
 * focal length, to the wider third. Measured zooms step, so this may be a third off in mid range.
 * @throws RangeError outside the zoom's range
 */
export function widestFAt(
  lens: Pick<ShelfLens, 'focalFromMm' | 'focalToMm' | 'widestFAtFrom' | 'widestFAtTo'>,
  focalLengthMm: number,
): number {
  const { focalFromMm, focalToMm, widestFAtFrom, widestFAtTo } = lens;
  if (!(focalLengthMm >= focalFromMm * (1 - 1e-9) && focalLengthMm <= focalToMm * (1 + 1e-9))) {
    throw new RangeError(`focal length must be ${focalFromMm} to ${focalToMm} mm, got ${focalLengthMm}`);
  }
  if (focalLengthMm <= focalFromMm || widestFAtFrom === widestFAtTo) return widestFAtFrom;
  if (focalLengthMm >= focalToMm) return widestFAtTo;
  const share = Math.log(focalLengthMm / focalFromMm) / Math.log(focalToMm / focalFromMm);
  const thirds = (1 - share) * apertureMarks.nearest(widestFAtFrom) + share * apertureMarks.nearest(widestFAtTo);
  return apertureMarks.value(Math.floor(thirds + 1e-9));
}

/** The lens a brief carries: a shelf lens set to a focal length. */
export function lensAt(lens: ShelfLens, focalLengthMm: number): Lens {
  const { focalFromMm: _from, focalToMm: _to, widestFAtFrom: _atFrom, widestFAtTo: _atTo, ...rest } = lens;
  return { ...rest, focalLengthMm, widestF: widestFAt(lens, focalLengthMm) };
}
