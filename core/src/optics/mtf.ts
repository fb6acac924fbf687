import { apertureMarks } from '../light/marks.ts';
import { besselJ1 } from '../numerics/besselJ1.ts';
import { sinc } from '../numerics/sinc.ts';

/** Wavelength the eye sees best in daylight, mm. Common choice for photographic lenses. */
export const WAVELENGTH_MM = 550e-6;

/**
 * Contrast a perfect circular aperture keeps at a frequency. Zero beyond 1/(λN).
 * @param cyclesPerMm on the sensor.  Reference: Goodman, Introduction to Fourier Optics, 2nd ed., 6.4 (from memory).
 */
export function diffractionMtf(cyclesPerMm: number, fNumber: number): number {
  const x = cyclesPerMm * WAVELENGTH_MM * fNumber;
  return x >= 1 ? 0 : (2 / Math.PI) * (Math.acos(x) - x * Math.sqrt(1 - x * x));
}

/** Diameter of the Airy disc, mm, to its first dark ring: 2.44·λ·N. */
export const airyDiameterMm = (fNumber: number): number => 2.44 * WAVELENGTH_MM * fNumber;

/** Contrast after a geometric defocus disc: 2·J1(z)/z with z = π·disc·ν. Signed: beyond its first zero contrast reverses. */
export function defocusMtf(cyclesPerMm: number, discMm: number): number {
  const z = Math.PI * discMm * cyclesPerMm;
  return z < 1e-6 ? 1 : (2 * besselJ1(z)) / z;
}

/** Contrast after a straight smear of `blurMm` along the direction of the frequency. Signed. */
export const motionMtf = (cyclesPerMm: number, blurMm: number): number => sinc(blurMm * cyclesPerMm);

/** Contrast a square pixel keeps along its side. */
export const pixelMtf = (cyclesPerMm: number, pitchMm: number): number => sinc(pitchMm * cyclesPerMm);

/** Contrast after a Gaussian blur of standard deviation `sigmaMm`. */
export const gaussianMtf = (cyclesPerMm: number, sigmaMm: number): number =>
  Math.exp(-2 * Math.PI ** 2 * sigmaMm ** 2 * cyclesPerMm ** 2);

/** How soft a lens is: its blur at its best and how much it adds wide open. */
export interface LensSharpness {
  /** Gaussian blur well stopped down, µm. */
  bestBlurUm: number;
  /** Share added at the widest aperture, dimensionless. */
  wideOpenFactor: number;
  widestF: number;
}

/**
 * Gaussian blur of the lens, mm: σbest·(1 + w·(Nwide/N)²), N the mark and Nwide that of the widest f-number engraved. A model of ours;
 * measured values per lens replace it.
 */
export function lensBlurMm(lens: LensSharpness, fNumber: number): number {
  const widest = apertureMarks.value(apertureMarks.nearest(lens.widestF));
  return (lens.bestBlurUm / 1000) * (1 + lens.wideOpenFactor * (widest / fNumber) ** 2);
}
