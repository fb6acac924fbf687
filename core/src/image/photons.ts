import { MID_GREY } from '../light/exposure.ts';
import { normalSource, seededRandom, type UniformSource } from '../numerics/seededRandom.ts';
import { LUMINANCE, type Planes } from './picturePlanes.ts';

/** How one pixel of the rendered picture collects light. */
export interface Collecting {
  /** Electrons of mid grey (0.18) in one sensor pixel. */
  midGreyE: number;
  /** Read noise of one sensor pixel, electrons. */
  readE: number;
  /** Sensor pixels that make one rendered pixel, > 0; below 1 when looked at larger than life. */
  sensorPixels: number;
  /** Linear value at which a colour clips. */
  clipsAt: number;
}

/** Mean count below which counts are drawn by Poisson's own law; above it, a normal number bent to the law's skewness. */
const FEW = 8;
/** Noise of red and blue against luminance that raw conversion leaves. Ours. */
export const CHROMA_NOISE = 0.7;

/**
 * Counts photons and reads them out, in place: Poisson noise of the light and Gaussian read noise, as EMVA Standard 1288's linear model
 * has them (from memory), then clipping. Luminance carries exactly that noise; red and blue differ beside it, as after raw conversion.
 */
export function countPhotons(
  planes: Planes,
  { midGreyE, readE, sensorPixels, clipsAt }: Collecting,
  uniform: UniformSource,
): void {
  const { red, green, blue } = planes;
  const perValue = (midGreyE * sensorPixels) / MID_GREY;
  const toValue = 1 / perValue;
  const readVariance = sensorPixels * readE * readE;
  const normals = normalTable();
  const readDeviation = Math.sqrt(readVariance);
  const [ofRed, ofBlue] = [LUMINANCE.red / LUMINANCE.green, LUMINANCE.blue / LUMINANCE.green];
  // A xorshift generator (Marsaglia, J. Stat. Softw. 8 (2003) 14), written out in place: calling one for every number costs as much as all
  // the rest. Each of its numbers picks two from the table.
  let bits = Math.floor(uniform() * 4_294_967_296) | 1;
  for (let i = 0; i < red.length; i++) {
    const value = LUMINANCE.red * red[i]! + LUMINANCE.green * green[i]! + LUMINANCE.blue * blue[i]!;
    // A band-limited edge may dip below black by a hair.
    const mean = value <= 0 ? 0 : (value < clipsAt ? value : clipsAt) * perValue;
    bits ^= bits << 13;
    bits ^= bits >>> 17;
    bits ^= bits << 5;
    const z = normals[bits & MASK]!;
    const variance = mean + readVariance;
    const deviation = Math.sqrt(variance);
    bits ^= bits << 13;
    bits ^= bits >>> 17;
    bits ^= bits << 5;
    // Bent so that the third moment is the photons' own, which is their mean; read noise has none.
    const counted =
      mean < FEW
        ? countFew(mean, (bits >>> 0) / 4_294_967_296) - mean + readDeviation * z
        : deviation * z + ((z * z - 1) * mean) / (6 * variance);
    const off = counted * toValue;
    bits ^= bits << 13;
    bits ^= bits >>> 17;
    bits ^= bits << 5;
    const spread = CHROMA_NOISE * deviation * toValue;
    const offRed = spread * normals[bits & MASK]!;
    const offBlue = spread * normals[bits >>> 16]!;
    const offGreen = -(ofRed * offRed + ofBlue * offBlue);
    red[i] = Math.min(clipsAt, red[i]! + off + offRed);
    green[i] = Math.min(clipsAt, green[i]! + off + offGreen);
    blue[i] = Math.min(clipsAt, blue[i]! + off + offBlue);
  }
}

/**
 * The Poisson count of a small mean below which a share of all counts lies: its law summed up (Devroye, Non-Uniform Random Variate
 * Generation, 1986, X.3; from memory).
 */
function countFew(mean: number, share: number): number {
  let chance = Math.exp(-mean);
  let count = 0;
  for (let below = chance; share > below && count < MOST_FEW; below += chance) chance *= mean / ++count;
  return count;
}

/** A mean of `FEW` reaches this less often than once in 2³² times. */
const MOST_FEW = 40;

const TABLE_SIZE = 1 << 16;
const MASK = TABLE_SIZE - 1;
let table: Float32Array | null = null;

/** 65 536 standard normal numbers to pick from, of mean 0 and variance 1; made once. */
function normalTable(): Float32Array {
  if (table) return table;
  const normal = normalSource(seededRandom(1));
  const half = Float64Array.from({ length: TABLE_SIZE / 2 }, () => normal());
  const rms = Math.sqrt(half.reduce((sum, z) => sum + z * z, 0) / half.length);
  // Each number with its opposite, so that no picture drifts brighter or darker.
  table = Float32Array.from({ length: TABLE_SIZE }, (_, i) => ((i & 1 ? -1 : 1) * half[i >> 1]!) / rms);
  return table;
}
