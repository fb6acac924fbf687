import { isoMarks } from '../light/marks.ts';

/** Share of full well that metered mid grey fills at base ISO: 12.7 %, half a stop of highlight headroom. ISO 12232:2019 (from memory). */
export const MID_GREY_SHARE = 0.127;
/** Stops from metered mid grey to clipping at base exposure: log2(1/0.127) = 2.98. */
export const HIGHLIGHT_STOPS = Math.log2(1 / MID_GREY_SHARE);

/** What a sensor's pixels hold and add. Well and read noises are starting values of ours until measured. */
export interface SensorNoise {
  /** Pixel pitch, µm. */
  pitchUm: number;
  /** Electrons a square micrometre holds at ISO 100. */
  wellPerUm2: number;
  baseIso: number;
  /** Read noise before the amplifier, e−. */
  readInE: number;
  /** Read noise after the amplifier at base ISO, e−; falls as ISO rises. */
  readOutE: number;
  /** The second gain of a sensor that has two: from which ISO on, and its read noises, that after the amplifier reckoned back to base. */
  highGain?: HighGain | undefined;
}

export interface HighGain {
  fromIso: number;
  readInE: number;
  readOutE: number;
}

/** An ISO counts as another's from this share of it on: marks are a quarter apart. */
const SAME_ISO = 0.98;

/** Electrons a pixel holds at base ISO: well per µm² × pitch² × 100/base. */
export function fullWellE(sensor: SensorNoise): number {
  return (sensor.wellPerUm2 * sensor.pitchUm ** 2 * 100) / sensor.baseIso;
}

/** Mean signal, e−, of mid grey when the light asks for `meteredIso`; never above its value at base ISO. */
export function midGreySignalE(sensor: SensorNoise, meteredIso: number): number {
  return MID_GREY_SHARE * fullWellE(sensor) * Math.min(1, sensor.baseIso / meteredIso);
}

/** Read noise, e− rms, at a camera ISO. */
export function readNoiseE(sensor: SensorNoise, cameraIso: number): number {
  const { highGain } = sensor;
  const { readInE, readOutE: atBase } = highGain && cameraIso >= SAME_ISO * highGain.fromIso ? highGain : sensor;
  const readOutE = (atBase * sensor.baseIso) / cameraIso;
  // Not hypot: hundreds of settings are asked about in a plan, and it is several times slower.
  return Math.sqrt(readInE * readInE + readOutE * readOutE);
}

/**
 * Signal-to-noise ratio of one pixel: e/√(e + read²). Leaves out dark current and pattern noise.
 * Reference: EMVA Standard 1288, linear model (from memory).
 */
export function signalToNoise(signalE: number, readE: number): number {
  return signalE / Math.sqrt(signalE + readE * readE);
}

/**
 * What under-exposing by `stops` and lifting costs against raising the ISO by as much, in stops of noise at mid grey; never below 0.
 * Below 0.1 the body is free to lift.
 */
export function liftCostStops(sensor: SensorNoise, meteredIso: number, stops: number): number {
  const signal = midGreySignalE(sensor, meteredIso);
  const raised = signalToNoise(signal, readNoiseE(sensor, meteredIso));
  const lifted = signalToNoise(signal, readNoiseE(sensor, meteredIso / 2 ** stops));
  return Math.max(0, Math.log2(raised / lifted));
}

/** Costs below this, stops of noise, are none. Ours. */
const FREE_STOPS = 0.1;

/**
 * Lowest ISO from which lifting to a wanted brightness costs under a tenth of a stop: `fromIso` itself or a mark above it, the wanted ISO
 * where none does.
 * @param meteredIso the light asks for; the wanted ISO unless the picture is kept darker or brighter
 */
export function freeToLiftFrom(sensor: SensorNoise, fromIso: number, wantedIso: number, meteredIso = wantedIso): number {
  const marks = Array.from({ length: isoMarks.last - isoMarks.first + 1 }, (_, i) => isoMarks.value(isoMarks.first + i));
  const free = [fromIso, ...marks.filter((iso) => iso > fromIso)].find(
    (iso) => iso <= wantedIso && liftCostStops(sensor, meteredIso, Math.log2(wantedIso / iso)) < FREE_STOPS,
  );
  return free ?? wantedIso;
}

/** Words for grain, by the signal-to-noise ratio at viewing size; 40 and 10 are ISO 12232's excellent and acceptable (from memory). */
export type GrainWord = 'clean' | 'fine' | 'visible' | 'coarse' | 'breaking up';

export function grainWord(snrViewed: number): GrainWord {
  if (snrViewed >= 40) return 'clean';
  if (snrViewed >= 20) return 'fine';
  if (snrViewed >= 10) return 'visible';
  return snrViewed >= 5 ? 'coarse' : 'breaking up';
}
