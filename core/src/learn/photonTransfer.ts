import { requirePositive } from '../numerics/require.ts';
import type { HighGain } from '../sensor/sensor.ts';
import { patternOf, type Pattern } from './pattern.ts';

/** Raw numbers of one photosite colour of a frame, with how they were taken. */
export interface RawSamples {
  values: ArrayLike<number>;
  iso: number;
  shutterS: number;
  fNumber: number;
  /** Number at which the converter ends. */
  whiteLevel: number;
  /** Photosites in a row of `values`; unset where their places are not known, and with them no pattern is told. */
  width?: number | undefined;
  /** Mean of the red and the blue photosites over black, against that of these; unset where they were not read. */
  colours?: { red: number; blue: number } | undefined;
}

/** Two evenly lit frames and two with the cap on, all at one ISO. */
export interface TransferSet {
  flats: readonly [RawSamples, RawSamples];
  darks: readonly [RawSamples, RawSamples];
}

/** A figure with its standard error. */
export interface Measured {
  value: number;
  standardError: number;
}

/** What a set says about the sensor at its ISO. */
export interface SensorAtIso {
  iso: number;
  /** Electrons for one number. */
  gainEPerDn: Measured;
  readNoiseE: Measured;
  /** Electrons until the converter ends; the pixel's own well at base ISO. */
  fullE: Measured;
  /** What stands in the dark frames in the same place each time; unset where places are not known. */
  pattern?: Pattern | undefined;
  /** Light on red and blue photosites of the flat frames against green; unset where they were not read. */
  colours?: { red: number; blue: number } | undefined;
  /** Mean signal over the dark, in numbers, and its variance without that of the dark: the point on the transfer curve. */
  signalDn: number;
  varianceDn: number;
}

/** Why a set says nothing: frames of different sizes, ISOs or exposures; too small; too bright or dark; light that changed; no even field; copies. */
export type TransferFault =
  | 'sizes' | 'isos' | 'exposures' | 'few' | 'clipped' | 'dark' | 'lightChanged' | 'notFlat' | 'copies'; // prettier-ignore
export type TransferResult = { measured: SensorAtIso } | { fault: TransferFault };

/** Variance that rounding to whole numbers adds, in numbers squared. */
const ROUNDING_VARIANCE_DN2 = 1 / 12;
/** Fewest photosites worth an estimate: their variance is then known to about a per cent. */
export const FEWEST_PHOTOSITES = 20_000;
/** Share of a flat that may stand at either end, and how far the two flats may differ. Ours. */
const MOST_CLIPPED = 0.001;
const MOST_DRIFT = 0.02;
/** A flat much darker than this share of the range is mostly read noise; one much brighter begins to clip. Ours. */
const DARKEST_FLAT = 0.05;
const BRIGHTEST_FLAT = 0.85;
/** Shading over the frame hardly matters to differences, but a scene does: largest spread of rows' means. Ours. */
const MOST_SHADING = 0.35;

/**
 * Gain, read noise and full scale from two flat and two dark frames: the photon-transfer method of EMVA Standard 1288 (from memory).
 * Differences of two frames leave out what is the same in both, so dust, shading and hot pixels do not count.
 * Leaves out dark current and non-linearity near the end of the scale. A wrong set gives a fault with its reason, never a figure.
 */
export function photonTransfer({ flats, darks }: TransferSet): TransferResult {
  const all = [...flats, ...darks];
  const [first] = flats;
  const { whiteLevel } = first;
  if (all.some(({ values }) => values.length !== first.values.length)) return { fault: 'sizes' };
  if (all.some(({ iso }) => iso !== first.iso)) return { fault: 'isos' };
  if (flats[0].shutterS !== flats[1].shutterS || flats[0].fNumber !== flats[1].fNumber) return { fault: 'exposures' };
  if (first.values.length < FEWEST_PHOTOSITES) return { fault: 'few' };
  const level = (mean(flats[0].values) + mean(flats[1].values)) / 2;
  const black = (mean(darks[0].values) + mean(darks[1].values)) / 2;
  const range = whiteLevel - black;
  const [signalDn, drift] = [level - black, Math.abs(mean(flats[0].values) - mean(flats[1].values))];
  if (flats.some(({ values }) => clippedShare(values, whiteLevel) > MOST_CLIPPED) || signalDn > BRIGHTEST_FLAT * range)
    return { fault: 'clipped' };
  if (signalDn < DARKEST_FLAT * range) return { fault: 'dark' };
  if (drift > MOST_DRIFT * signalDn) return { fault: 'lightChanged' };
  if (blockSpread(flats[0].values) > MOST_SHADING * signalDn) return { fault: 'notFlat' };
  const count = first.values.length;
  const [flatVariance, darkVariance] = [halfVarianceOfDifference(flats), halfVarianceOfDifference(darks)];
  const varianceDn = flatVariance - darkVariance;
  if (!(varianceDn > 0)) return { fault: 'copies' };
  const gain = signalDn / varianceDn;
  // Rounding to whole numbers is the converter's, not the sensor's: EMVA 1288 takes its twelfth of a step squared off.
  const readDn = Math.sqrt(Math.max(0, darkVariance - ROUNDING_VARIANCE_DN2));
  // A variance of n numbers is known to √(2/(n − 1)) of itself; the mean far better.
  const ofVariance = Math.sqrt(2 / (count - 1));
  const gainError = (ofVariance * Math.hypot(flatVariance, darkVariance)) / varianceDn;
  return {
    measured: {
      iso: first.iso,
      gainEPerDn: { value: gain, standardError: gain * gainError },
      readNoiseE: { value: gain * readDn, standardError: gain * readDn * Math.hypot(gainError, ofVariance / 2) },
      fullE: { value: gain * range, standardError: gain * range * gainError },
      signalDn,
      varianceDn,
      ...(darks[0].width === undefined ? {} : { pattern: patternOf(darks, darks[0].width, gain) }),
      ...(flats[0].colours === undefined ? {} : { colours: flats[0].colours }),
    },
  };
}

/** A body's figures out of several ISOs: well per µm² at ISO 100, and the read noises before and after the amplifier. */
export interface MeasuredSensor {
  wellPerUm2: number;
  readInE: number;
  /** At base ISO, e−. */
  readOutE: number;
  /** The second gain, where the sets ask for one. */
  highGain?: HighGain | undefined;
}

/** By how much two fits must be better than one, χ²: they have two figures more, and the best of several splits is looked at. Ours. */
const TWO_GAINS = 16;
/** Fewest sets to either side of a split: two figures are fitted to each. */
const FEWEST_SETS = 2;

/**
 * A body's figures from its sets: one fit of read noise over all ISOs, or one below and one from some ISO on where that is much the better
 * (a sensor of two gains), and cleaner. See {@link oneGain} for the fit.
 * @param pitchUm pixel pitch, µm  @param baseIso of the body  @throws RangeError without any set
 */
export function sensorFrom(sets: readonly SensorAtIso[], pitchUm: number, baseIso: number): MeasuredSensor {
  const sorted = [...sets].sort((a, b) => a.iso - b.iso);
  const single = oneGain(sorted, pitchUm, baseIso);
  const splits = sorted.map((_, at) => at).filter((at) => at >= FEWEST_SETS && sorted.length - at >= FEWEST_SETS);
  let best: { chi: number; low: MeasuredSensor; high: MeasuredSensor; fromIso: number } | null = null;
  for (const at of splits) {
    const [below, above] = [sorted.slice(0, at), sorted.slice(at)];
    const [low, high] = [oneGain(below, pitchUm, baseIso), oneGain(above, pitchUm, baseIso)];
    const chi = misfit(below, low, baseIso) + misfit(above, high, baseIso);
    // A second gain is there to read less: what only fits noise better is none.
    if (high.readInE < low.readInE && (!best || chi < best.chi)) best = { chi, low, high, fromIso: above[0]!.iso };
  }
  if (!best || misfit(sorted, single, baseIso) - best.chi < TWO_GAINS) return single;
  const { low, high, fromIso } = best;
  return { ...low, highGain: { fromIso, readInE: high.readInE, readOutE: high.readOutE } };
}

/** χ² of measured read noises against a fit. */
const misfit = (sets: readonly SensorAtIso[], { readInE, readOutE }: MeasuredSensor, baseIso: number): number =>
  sets.reduce((sum, { iso, readNoiseE: { value, standardError } }) => {
    const fitted = Math.hypot(readInE, (readOutE * baseIso) / iso);
    return sum + ((value - fitted) / Math.max(standardError, 1e-3 * value)) ** 2;
  }, 0);

/**
 * Fits read² = in² + (out·base/ISO)² to what was measured by least squares on its squares, weighted by their errors; the well from the
 * set nearest base ISO. With one ISO alone the noise is all taken for that before the amplifier.
 * @param pitchUm pixel pitch, µm  @param baseIso of the body  @throws RangeError without any set
 */
function oneGain(sets: readonly SensorAtIso[], pitchUm: number, baseIso: number): MeasuredSensor {
  requirePositive('sets', sets.length);
  const points = sets.map(({ iso, readNoiseE: { value, standardError } }) => ({
    u: (requirePositive('baseIso', baseIso) / iso) ** 2,
    y: value ** 2,
    weight: 1 / (2 * value * Math.max(standardError, 1e-6 * value)) ** 2,
  }));
  const sum = (of: (point: (typeof points)[number]) => number): number => points.reduce((total, point) => total + of(point), 0);
  const [w, wu, wy, wuu, wuy] = [
    sum((p) => p.weight),
    sum((p) => p.weight * p.u),
    sum((p) => p.weight * p.y),
    sum((p) => p.weight * p.u * p.u),
    sum((p) => p.weight * p.u * p.y),
  ];
  const spread = w * wuu - wu * wu;
  const slope = points.length > 1 && spread > 1e-12 * w * wuu ? Math.max(0, (w * wuy - wu * wy) / spread) : 0;
  const nearest = sets.reduce((best, other) =>
    Math.abs(Math.log2(other.iso / baseIso)) < Math.abs(Math.log2(best.iso / baseIso)) ? other : best,
  );
  return {
    // The converter's range in electrons falls as ISO rises; at ISO 100 it is so many times as much.
    wellPerUm2: (nearest.fullE.value * nearest.iso) / 100 / requirePositive('pitchUm', pitchUm) ** 2,
    readInE: Math.sqrt(Math.max(0, (wy - slope * wu) / w)),
    readOutE: Math.sqrt(slope),
  };
}

function mean(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}

function halfVarianceOfDifference([a, b]: readonly [RawSamples, RawSamples]): number {
  const count = a.values.length;
  const off = mean(a.values) - mean(b.values);
  let sum = 0;
  for (let i = 0; i < count; i++) sum += (a.values[i]! - b.values[i]! - off) ** 2;
  return sum / (count - 1) / 2;
}

function clippedShare(values: ArrayLike<number>, whiteLevel: number): number {
  let clipped = 0;
  for (let i = 0; i < values.length; i++) if (values[i]! >= whiteLevel) clipped += 1;
  return clipped / values.length;
}

/** Difference of the brightest and the darkest of 64 runs of neighbouring photosites, by their means. */
function blockSpread(values: ArrayLike<number>): number {
  const length = Math.floor(values.length / 64);
  const means = Array.from({ length: 64 }, (_, block) => {
    let sum = 0;
    for (let i = block * length; i < (block + 1) * length; i++) sum += values[i]!;
    return sum / length;
  });
  return Math.max(...means) - Math.min(...means);
}
