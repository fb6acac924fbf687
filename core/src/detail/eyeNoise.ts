/** Cycles a degree the finest detail shown is looked at: a viewed pixel is a minute of arc. */
const FINEST_CPD = 30;
/** Luminance the picture is looked at with, cd/m². */
const LUMINANCE = 100;
/** Contrast pictures are rendered with against the scene. Hunt, The Reproduction of Colour (from memory). */
const RENDERED_CONTRAST = 1.5;
/** Share of photons the eye counts; photons of a second, a square degree and a troland; neural noise, s·deg²; integration time, s. */
const [ETA, PHOTONS, NEURAL, INTEGRATION_S] = [0.03, 1.2e6, 3e-8, 0.1] as const;
/** Above this frequency, cycles per degree, lateral inhibition no longer takes noise away. */
const INHIBITION_CPD = 7;
/** Blur of the eye's own optics, arc minutes: at a small pupil, and for each mm of pupil. */
const [OPTICS_ARCMIN, OPTICS_ARCMIN_PER_MM] = [0.5, 0.08] as const;
/** Widest field that counts for the pupil, degrees. */
const WIDEST_FIELD_DEG = 60;

/**
 * Noise of the eye itself in a picture looked at so that its finest detail lies at 30 cycles per degree: power per squared
 * frequency, in units of (picture height)², to be laid beside (p/h)²/SNR² of the sensor. Grain finer than it counts for nothing.
 * @param limitCph finest frequency looked at, cycles per picture height  @returns by frequency, cycles per picture height
 * Reference: Barten, Contrast Sensitivity of the Human Eye, SPIE 1999 (from memory).
 */
export function eyeNoise(limitCph: number): (cph: number) => number {
  const heightDeg = limitCph / FINEST_CPD;
  const fieldDeg = Math.min(WIDEST_FIELD_DEG, 1.2 * heightDeg);
  const pupilMm = 5 - 3 * Math.tanh(0.4 * Math.log10((LUMINANCE * fieldDeg ** 2) / 1600));
  const trolands = (Math.PI / 4) * pupilMm ** 2 * LUMINANCE * (1 - (pupilMm / 9.7) ** 2 + (pupilMm / 12.4) ** 4);
  const sigmaDeg = Math.hypot(OPTICS_ARCMIN, OPTICS_ARCMIN_PER_MM * pupilMm) / 60;
  const photon = 1 / (ETA * PHOTONS * trolands);
  const seen = INTEGRATION_S * heightDeg ** 2 * RENDERED_CONTRAST ** 2;
  return (cph) => {
    const cpd = (FINEST_CPD * cph) / limitCph;
    const neural = NEURAL / -Math.expm1(-((cpd / INHIBITION_CPD) ** 2));
    const optics = Math.exp(-2 * Math.PI ** 2 * sigmaDeg ** 2 * cpd ** 2);
    return (photon + neural) / (seen * optics ** 2);
  };
}
