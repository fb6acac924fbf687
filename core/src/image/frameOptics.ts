import { MID_GREY } from '../light/exposure.ts';
import { movingThing } from '../motion/movingThings.ts';
import { swaySigmaMm } from '../motion/hands.ts';
import { defocusDiscMm, extendedF, magnification } from '../optics/depthOfField.ts';
import { lensBlurMm, WAVELENGTH_MM } from '../optics/mtf.ts';
import { panResidueMm, panStreakMmPerS } from '../motion/pan.ts';
import { panOf, turningWith } from '../brief/panOf.ts';
import type { Candidate, Situation } from '../plan/situation.ts';
import { fullWellE, midGreySignalE, readNoiseE } from '../sensor/sensor.ts';
import type { Collecting } from './photons.ts';

/** What a setting does to a picture, on the sensor; independent of how large it is shown. */
export interface FrameOptics {
  shutterS: number;
  /** Movement of the body across, and growth towards the camera (a share of its size), during the exposure. */
  acrossMm: number;
  growth: number;
  /** Whether the camera follows the body: then only what moves otherwise, as limbs do, still smears. */
  follows: boolean;
  /** How much faster the limbs move. */
  limbFactor: number;
  /** Streak of the background where the camera follows the subject, and the scale of the error of following; 0 otherwise. */
  streakMm: number;
  residueMm: number;
  /** Disc of the background, mm, when it lies `times` as far as the subject. */
  backgroundDiscMm: (times: number) => number;
  /** Disc of a part of the subject, mm: −1 where its depth begins, 0 in its middle, 1 where it ends. */
  subjectDiscMm: (depth: number) => number;
  /** Lens, diffraction and the sway of the body as Gaussians, mm, and their shares. */
  softness: readonly { share: number; sigmaMm: number }[];
  toleranceMm: number;
  /** Chance that the first frame shows no shake. */
  singleChance: number;
  /** Skew of what moves across by an electronic shutter's readout, mm over the picture height; 0 for the others. */
  skewMm: number;
  flicker: { modulation: number; frequencyHz: number; readoutS: number };
  /** Electrons of mid grey, read noise and clipping of one sensor pixel. */
  pixel: Omit<Collecting, 'sensorPixels'>;
  pitchMm: number;
  /** How much brighter than metered it is to look, stops: the key, and what a pinned ISO adds. */
  brighterStops: number;
}

/** Time a mechanical or first-curtain slit takes over the frame, s. Common practice: the flash synchronisation time, about 1/250 s. */
const CURTAIN_TRAVEL_S = 1 / 250;
/** How much faster limbs move where the subject is none of the library's. */
const USUAL_LIMBS = 2;
/** The contrast that diffraction leaves as that of two Gaussians, σ in λ·N: within 0.021 of a circular aperture's at every frequency. */
const DIFFRACTION = [
  { share: 0.85, sigma: 0.41 },
  { share: 0.15, sigma: 2.48 },
] as const;

/**
 * Geometry, exposure and sensor of a setting, for drawing its frame.
 * @param focusedAtM where the camera focused, m; on the subject where nothing is said
 */
export function frameOptics(
  situation: Situation,
  { shutter, aperture, ...exposure }: Candidate,
  focusedAtM = situation.brief.subject.distanceM,
): FrameOptics {
  const { brief, picture, noise } = situation;
  const { subject, kit, light, picture: wishes } = brief;
  const { lens, sensor } = kit;
  const { shutterS } = shutter;
  const angle = (subject.directionDeg * Math.PI) / 180;
  const scale = magnification(lens.focalLengthMm, subject.distanceM);
  const acrossRate = scale * subject.speedMps * 1000 * Math.sin(angle);
  const pan = panOf(brief);
  const turning = pan ?? (situation.geometry.motion.followed ? turningWith(brief) : null);
  const discAtMm = (pointM: number): number => defocusDiscMm(lens.focalLengthMm, aperture.fNumber, focusedAtM, pointM);
  const midGreyE = midGreySignalE(noise, exposure.meteredIso);
  const clipE = (fullWellE(noise) * noise.baseIso) / exposure.cameraIso;
  return {
    shutterS,
    acrossMm: acrossRate * shutterS,
    follows: turning !== null,
    growth: (subject.speedMps * Math.cos(angle) * shutterS) / subject.distanceM,
    limbFactor: Math.max(subject.limbFactor, movingThing(subject.thing)?.limbFactor ?? USUAL_LIMBS),
    streakMm: turning ? panStreakMmPerS(turning) * shutterS : 0,
    residueMm: turning ? panResidueMm(turning, shutterS) : 0,
    backgroundDiscMm: (times) => discAtMm(subject.distanceM * times),
    subjectDiscMm: (depth) => discAtMm(Math.max(subject.distanceM / 2, subject.distanceM + (depth * subject.depthM) / 2)),
    softness: softnessOf(situation, shutterS, aperture.fNumber),
    toleranceMm: picture.toleranceMm,
    // In a pan the hands follow; what they miss is the residue.
    singleChance: pan ? 1 : shutter.hands().singleChance,
    skewMm: wishes.shutter === 'electronic' && !turning ? acrossRate * sensor.readoutS : 0,
    flicker: { ...light.flicker, readoutS: wishes.shutter === 'electronic' ? sensor.readoutS : CURTAIN_TRAVEL_S },
    pixel: {
      midGreyE,
      readE: readNoiseE(noise, exposure.cameraIso),
      clipsAt: (MID_GREY * clipE) / midGreyE,
    },
    pitchMm: picture.pitchMm,
    brighterStops: (wishes.keyStops ?? 0) + exposure.overStops,
  };
}

function softnessOf({ brief, geometry }: Situation, shutterS: number, fNumber: number): FrameOptics['softness'] {
  const { lens } = brief.kit;
  const airy = WAVELENGTH_MM * extendedF(fNumber, lens.focalLengthMm, brief.subject.distanceM);
  const sway = swaySigmaMm(geometry.magnification, geometry.swayMmPerS, shutterS);
  const rest = Math.hypot(lensBlurMm(lens, fNumber), sway);
  return DIFFRACTION.map(({ share, sigma }) => ({ share, sigmaMm: Math.hypot(rest, sigma * airy) }));
}
