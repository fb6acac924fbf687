import { pictureOf } from '../optics/picture.ts';
import type { Sensor } from '../brief/brief.ts';
import {
  fullWellE,
  grainWord,
  liftCostStops,
  midGreySignalE,
  readNoiseE,
  signalToNoise,
  type GrainWord,
  type SensorNoise,
} from './sensor.ts';

/** Noise figures of a body. */
export function sensorNoiseOf({
  widthMm,
  heightMm,
  megapixels,
  wellPerUm2,
  baseIso,
  readInE,
  readOutE,
  highGain,
}: Sensor): SensorNoise {
  const { pitchMm } = pictureOf(widthMm, heightMm, megapixels, 1, 1);
  return { pitchUm: pitchMm * 1000, wellPerUm2, baseIso, readInE, readOutE, highGain };
}

/** Whole stops of ISO a body has, from its base up; base itself where it is between marks. */
export function isoStopsOf({ baseIso, maxIso }: Pick<Sensor, 'baseIso' | 'maxIso'>): number[] {
  const first = Math.ceil(Math.log2(baseIso / 100) + 0.05);
  const stops: number[] = [baseIso];
  for (let stop = first; 100 * 2 ** stop <= maxIso * 1.01; stop++) stops.push(100 * 2 ** stop);
  return stops;
}

/** Stops below mid grey at which shadows are judged. */
const SHADOW_STOPS = 3;

/** Grain of mid grey and of shadows three stops down at one ISO and one size. */
export interface GrainOfView {
  viewCph: number;
  snr: number;
  word: GrainWord;
  shadow: GrainWord;
}

/** What a body gives at an ISO: electrons of mid grey in a pixel, its noise, and the grain at each size it may be looked at. */
export interface GrainAtIso {
  iso: number;
  signalE: number;
  readE: number;
  snrPixel: number;
  views: GrainOfView[];
}

/**
 * Signal, noise and words of a body at an ISO. Averaging down to the viewed size wins by the ratio of pixels along a side.
 * Leaves out noise reduction, dark current and pattern noise.
 * @param viewsCph viewing limits, cycles per picture height; above the sensor's own they mean every pixel  @param crop linear, ≥ 1
 */
export function grainAtIso(sensor: Sensor, iso: number, viewsCph: readonly number[], crop = 1): GrainAtIso {
  const noise = sensorNoiseOf(sensor);
  const [signalE, readE] = [midGreySignalE(noise, iso), readNoiseE(noise, iso)];
  const snrPixel = signalToNoise(signalE, readE);
  const shadowPixel = signalToNoise(signalE / 2 ** SHADOW_STOPS, readE);
  return {
    iso,
    signalE,
    readE,
    snrPixel,
    views: viewsCph.map((viewCph) => {
      const averaged = averagedOver(sensor, viewCph, crop);
      const snr = snrPixel * averaged;
      return { viewCph, snr, word: grainWord(snr), shadow: grainWord(shadowPixel * averaged) };
    }),
  };
}

/** Sensor pixels along a side that make one viewed pixel. */
function averagedOver({ widthMm, heightMm, megapixels }: Sensor, viewCph: number, crop: number): number {
  const { sensorCph, limitCph } = pictureOf(widthMm, heightMm, megapixels, crop, viewCph);
  return sensorCph / limitCph;
}

/** One cell of the lift table. */
export interface LiftedIso {
  liftStops: number;
  /** ISO the lifted part is as grainy as. */
  effectiveIso: number;
  /** What lifting costs against that ISO in camera, stops of noise. */
  costStops: number;
}

/** Shadows lifted by 0 to 5 stops at an ISO: they look like that many stops more ISO, and cost a little beside. */
export const liftRow = (sensor: Sensor, iso: number, lifts: readonly number[] = [0, 1, 2, 3, 4, 5]): LiftedIso[] =>
  lifts.map((liftStops) => {
    const effectiveIso = iso * 2 ** liftStops;
    return { liftStops, effectiveIso, costStops: liftCostStops(sensorNoiseOf(sensor), effectiveIso, liftStops) };
  });

/** Shadows that raw bits are judged by, stops below mid grey: where lifting reaches and rounding shows first. Ours. */
export const DEEP_STOPS = 7;

/**
 * What coarser numbers cost in deep shadows seven stops under mid grey, stops of noise: a step of the converter adds step/√12
 * (Bennett, Bell Syst. Tech. J. 27 (1948) 446, from memory), its range being all electrons the ISO leaves room for.
 * @param bits of the coarser and the finer raw file
 */
export function coarserBitsCost(sensor: Sensor, iso: number, [coarse, fine]: readonly [number, number] = [12, 14]): number {
  const noise = sensorNoiseOf(sensor);
  const range = (fullWellE(noise) * noise.baseIso) / iso;
  const signal = midGreySignalE(noise, iso) / 2 ** DEEP_STOPS;
  const snr = (bits: number): number =>
    signalToNoise(signal, Math.hypot(readNoiseE(noise, iso), range / 2 ** bits / Math.sqrt(12)));
  return Math.max(0, Math.log2(snr(fine) / snr(coarse)));
}

/** Light a crop costs at the same picture size, stops: noise is averaged over fewer pixels. @param crop linear, ≥ 1 */
export const cropCostStops = (crop: number): number => 2 * Math.log2(crop);

/** Two bodies at one picture. */
export interface BodiesCompared {
  /** Stops of light by which the second may have less, for the same grain: at the same f-number, and at the same depth of field. */
  sameFNumber: number;
  sameDepth: number;
  /** f-number the second needs for the depth the first has at f/1, as a factor. */
  depthFactor: number;
}

/**
 * How much less light the second body needs for the grain of the first at `iso`, same angle of view, same shutter, same size.
 * Above 0 the second is ahead. Depth of field is kept by scaling the f-number with the format, as for the same aperture diameter.
 */
export function bodiesCompared(first: Sensor, second: Sensor, iso: number, viewCph: number): BodiesCompared {
  const depthFactor = second.heightMm / first.heightMm;
  const sameFNumber = Math.log2(sameGrainIso({ sensor: first, crop: 1 }, { sensor: second, crop: 1 }, iso, viewCph) / iso);
  return { sameFNumber, sameDepth: sameFNumber - 2 * Math.log2(depthFactor), depthFactor };
}

/** A sensor and the linear crop of its height, ≥ 1. */
interface CroppedSensor {
  sensor: Sensor;
  crop: number;
}

/**
 * ISO equivalent at which the second sensor gives mid grey the grain the first has at `iso`, both seen at one size. Within 1e-9 stops, and
 * 16 stops either side; beyond what a body can be set to, its light is reckoned on.
 */
export function sameGrainIso(first: CroppedSensor, second: CroppedSensor, iso: number, viewCph: number): number {
  const wanted = viewedSnr(first, iso, viewCph);
  // The higher ISO that still gives the wanted signal to noise: it falls as ISO rises, so that halving finds it.
  let [less, more] = [-16, 16];
  for (let i = 0; i < 60; i++) {
    const middle = (less + more) / 2;
    if (viewedSnr(second, iso * 2 ** middle, viewCph) > wanted) less = middle;
    else more = middle;
  }
  return iso * 2 ** ((less + more) / 2);
}

/** Signal to noise as viewed when the light asks for an ISO, which the camera gives as far as it can go. */
function viewedSnr({ sensor, crop }: CroppedSensor, iso: number, viewCph: number): number {
  const noise = sensorNoiseOf(sensor);
  const camera = Math.min(sensor.maxIso, Math.max(sensor.baseIso, iso));
  // Below base ISO light is only gained by not clipping: as much as the photons bring.
  const signal = (midGreySignalE(noise, camera) * camera) / iso;
  return signalToNoise(signal, readNoiseE(noise, camera)) * averagedOver(sensor, viewCph, crop);
}
