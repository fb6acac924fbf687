import { normalSource, type UniformSource } from '../numerics/seededRandom.ts';
import { requirePositive, requireRange } from '../numerics/require.ts';
import type { Sensor } from '../brief/brief.ts';
import { fullWellE, readNoiseE } from '../sensor/sensor.ts';
import { sensorNoiseOf } from '../sensor/grainFigures.ts';

/** A raw picture: one number for each photosite, row by row, under a mosaic of red, green, green and blue. */
export interface RawPicture {
  width: number;
  height: number;
  values: Uint16Array;
  blackLevel: number;
  whiteLevel: number;
  iso: number;
  shutterS: number;
  fNumber: number;
  bits: number;
}

/** How the frame is lit: its mean as a share of the range, 0 with the cap on. */
export interface RawShot {
  iso: number;
  level: number;
  shutterS: number;
  fNumber: number;
  width: number;
  height: number;
  bits?: number;
}

const BLACK_SHARE = 1 / 32;
/** How much weaker red and blue are in grey light, against green. Ours. */
const MOSAIC = [
  [0.62, 1],
  [1, 0.74],
] as const;

/**
 * An evenly lit frame as a sensor would write it: Poisson electrons, read noise, gain, black level, rounding; EMVA Standard 1288's linear
 * model (from memory). Counts are drawn from the normal law above 30 electrons, one by one below.
 * Leaves out dark current, pattern noise and vignetting.
 * @throws RangeError for an ISO, level or size out of range
 */
export function simulatedRaw(sensor: Sensor, shot: RawShot, uniform: UniformSource): RawPicture {
  const { iso, level, shutterS, fNumber, width, height, bits = 14 } = shot;
  requirePositive('iso', iso);
  requireRange('level', level, 0, 2);
  requirePositive('width', width);
  requirePositive('height', height);
  const noise = sensorNoiseOf(sensor);
  const normal = normalSource(uniform);
  const whiteLevel = 2 ** bits - 1;
  const blackLevel = Math.round(2 ** bits * BLACK_SHARE);
  const fullE = (fullWellE(noise) * noise.baseIso) / iso;
  const dnPerE = (whiteLevel - blackLevel) / fullE;
  const readE = readNoiseE(noise, iso);
  const values = new Uint16Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const mean = level * MOSAIC[y % 2]![x % 2]! * fullE;
      const electrons = mean > 30 ? mean + Math.sqrt(mean) * normal() : poisson(mean, uniform);
      const dn = blackLevel + (electrons + readE * normal()) * dnPerE;
      values[i] = Math.min(whiteLevel, Math.max(0, Math.round(dn)));
    }
  return { width, height, values, blackLevel, whiteLevel, iso, shutterS, fNumber, bits };
}

/** Knuth, The Art of Computer Programming 2, 3.4.1. */
function poisson(mean: number, uniform: UniformSource): number {
  const stop = Math.exp(-mean);
  let count = -1;
  for (let product = 1; product > stop; count++) product *= uniform();
  return count;
}
