import { sinc } from '../numerics/sinc.ts';

/**
 * How much the exposure differs between frames, in stops from darkest to brightest, under a lamp 1 + m·cos(2πFt).
 * Zero when the shutter is a whole number of flicker periods. Leaves out harmonics of the lamp's waveform and rolling bands.
 * @param frequencyHz of the light itself: twice the mains, or the driver's  @param modulation depth m, 0 (steady) to 1
 * @param shutterS exposure time, s.  Source: the mean of the lamp over a box of width t.
 */
export function flickerStops(frequencyHz: number, modulation: number, shutterS: number): number {
  const amplitude = modulation * Math.abs(sinc(frequencyHz * shutterS));
  // At whole periods rounding leaves about 1e-17: that is none.
  return amplitude < 1e-12 ? 0 : Math.log2((1 + amplitude) / (1 - Math.min(amplitude, 1 - 1e-12)));
}
