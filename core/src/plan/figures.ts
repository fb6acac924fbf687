import { MID_GREY } from '../light/exposure.ts';
import { apertureLabel, isoLabel, isoMarks, shutterLabel, stopsLabel } from '../light/marks.ts';
import { meterCompensation } from '../light/meter.ts';
import type { FocusChoice } from '../brief/brief.ts';
import { panOf } from '../brief/panOf.ts';
import { depthEdges } from '../detail/detailModel.ts';
import { movingThing } from '../motion/movingThings.ts';
import { panResidueMm, panStreakMmPerS } from '../motion/pan.ts';
import { smearRateMmPerS } from '../motion/subject.ts';
import { defocusDiscMm, depthOfField, hyperfocalM, magnification } from '../optics/depthOfField.ts';
import { viewedPixels } from '../optics/picture.ts';
import type { Gates } from './gates.ts';
import { motionOf } from './geometry.ts';
import type { BurstFor, ShutterOption } from './marks.ts';
import type { Candidate, Situation } from './situation.ts';

/** The values to dial in, exact, and their names as cameras print them. */
export interface DialledSetting {
  shutterS: number;
  fNumber: number;
  /** The nearest third mark inside the body's range; what is left of the unrounded value (a sixth of a stop at most) is not lift. */
  iso: number;
  liftStops: number;
  burst: number;
  labels: { shutter: string; aperture: string; iso: string; lift: string };
}

/** What a setting means, in numbers. Lengths on the sensor in mm, distances in m, light in stops. */
export interface Figures {
  subjectBlurMm: number;
  toleranceMm: number;
  /** Smear of the subject in pixels of the picture as viewed; two are still crisp. */
  subjectBlurViewPx: number;
  holdProbability: number;
  burstProbability: number;
  /** Why the burst has its number. */
  burstFor: BurstFor;
  /** Signal-to-noise of mid grey: per pixel, at viewing size, of the subject's own tone, and three stops down. */
  snr: number;
  snrViewed: number;
  snrSubject: number;
  snrShadow: number;
  detailBits: number;
  detailKept: number;
  lostGrain: number;
  lostBlur: number;
  nearM: number;
  farM: number | null;
  hyperfocalM: number;
  focusHeadroomEv: number;
  /** How it is focused, and whether single stands in for continuous, which cannot see here. */
  focusing: { mode: FocusChoice; instead: boolean };
  flickerStops: number;
  /** Room above mid grey, stops, with phases brighter than planned for taken off; below 0 they clip by that much. */
  highlightStops: number;
  /** What is held back in the camera for them, and brightened later. */
  heldBackStops: number;
  compensationStops: number;
  isoEquivalent: number;
  overStops: number;
  /** The floor: the run of shutters that look alike, and the halvings lost at the best of them. */
  plateau: { slowestS: number; fastestS: number; lost: number } | null;
  /** Smear of the subject as a share of the picture height. */
  smearShare: number;
  /** Smear of the limbs in pixels as viewed, where they may move faster than what must hold still; null where they do not. */
  limbs: { factor: number; smearViewPx: number } | null;
  /** Smear and softness at the near and far edge of the depth, in pixels as viewed; null for a flat subject. */
  edges: { near: EdgeFigures; far: EdgeFigures } | null;
  pan: PanFigures | null;
  /** What an electronic shutter does to what moves and to the lamps; null for the others. */
  rolling: { skewViewPx: number; bands: number } | null;
  gates: Gates;
}

/** One edge of the depth: where it is, how far it smears, and the disc it is out of focus by. */
export interface EdgeFigures {
  distanceM: number;
  smearViewPx: number;
  softViewPx: number;
}

/** A pan: how far the background streaks (share of the width), and what is left of the subject's movement. */
export interface PanFigures {
  streakShare: number;
  trackingError: number;
  residueViewPx: number;
}

export function dialledSetting(situation: Situation, candidate: Candidate): DialledSetting {
  const { shutter, aperture, liftStops } = candidate;
  const { lens } = situation.brief.kit;
  const iso = dialledIso(situation, candidate);
  return {
    shutterS: shutter.shutterS,
    fNumber: aperture.fNumber,
    iso,
    liftStops,
    burst: shutter.hands().frames,
    labels: {
      shutter: shutterLabel(shutter.shutterS),
      aperture: apertureLabel(aperture.fNumber, [lens.widestF, lens.narrowestF]),
      iso: isoLabel(iso),
      lift: stopsLabel(liftStops),
    },
  };
}

/** ISO as it can be dialled in: the pinned one, else the nearest third mark inside the body's range and the ceiling. */
export function dialledIso({ isoRange: { from, to, pinned } }: Situation, { cameraIso }: Candidate): number {
  return pinned ?? Math.min(to, Math.max(from, isoMarks.value(isoMarks.nearest(cameraIso))));
}

export function figuresOf(situation: Situation, candidate: Candidate, plateau: Figures['plateau']): Figures {
  const { brief, picture } = situation;
  const { subject, light, kit, picture: wishes } = brief;
  const { shutter, aperture } = candidate;
  const focal = kit.lens.focalLengthMm;
  const bits = situation.detail.bits(candidate);
  return {
    subjectBlurMm: shutter.smearMm,
    toleranceMm: picture.toleranceMm,
    subjectBlurViewPx: viewedPixels(shutter.smearMm, picture),
    holdProbability: shutter.hands().singleChance,
    burstProbability: shutter.hands().burstChance,
    burstFor: shutter.hands().burstFor,
    snr: situation.snrOf(candidate),
    snrViewed: situation.snrViewed(candidate, 1),
    snrSubject: situation.snrViewed(candidate, subject.tone / MID_GREY),
    snrShadow: situation.snrViewed(candidate, 1 / 8),
    detailBits: bits,
    detailKept: bits / situation.detail.model.idealBits,
    ...situation.detail.losses(candidate),
    ...depthOfField(focal, aperture.fNumber, picture.toleranceMm, subject.distanceM),
    hyperfocalM: hyperfocalM(focal, aperture.fNumber, picture.toleranceMm),
    focusHeadroomEv: candidate.focusing.headroomEv,
    focusing: { mode: candidate.focusing.mode, instead: candidate.focusing.instead },
    flickerStops: shutter.flickerStops,
    highlightStops: situation.highlightStops(candidate),
    heldBackStops: candidate.heldBackStops,
    compensationStops:
      meterCompensation({
        subjectTone: subject.tone,
        frameFill: subject.frameFill,
        backgroundTone: light.background.tone,
        backgroundStops: light.background.stops,
      }) + (wishes.keyStops ?? 0),
    isoEquivalent: candidate.meteredIso,
    overStops: candidate.overStops,
    plateau,
    smearShare: shutter.smearMm / picture.heightMm,
    limbs: limbsOf(situation, shutter),
    edges: edgesOf(situation, candidate),
    pan: panFigures(situation, shutter.shutterS),
    rolling: wishes.shutter === 'electronic' ? rollingOf(situation) : null,
    gates: candidate.gates,
  };
}

/** The limbs of a known subject whose limbs may blur. */
function limbsOf({ brief, picture }: Situation, shutter: ShutterOption): Figures['limbs'] {
  const { subject } = brief;
  const factor = movingThing(subject.thing)?.limbFactor ?? 1;
  if (subject.speedMps === 0 || factor <= subject.limbFactor) return null;
  const rate = smearRateMmPerS({ ...motionOf(brief), limbFactor: factor }, brief.kit.lens.focalLengthMm, picture.heightMm);
  return { factor, smearViewPx: viewedPixels(rate * shutter.shutterS, picture) };
}

function edgesOf(situation: Situation, { shutter, aperture }: Candidate): Figures['edges'] {
  const { brief, picture } = situation;
  const { depthM } = situation.geometry;
  if (depthM === 0) return null;
  const { subject, kit } = brief;
  const focal = kit.lens.focalLengthMm;
  const { nearM, farM } = depthEdges(focal, subject.distanceM, depthM);
  const part = motionOf(brief);
  // What the camera follows does not smear by the background's length.
  const pan = panOf(brief);
  const at = (distanceM: number): EdgeFigures => ({
    distanceM,
    smearViewPx: viewedPixels(
      pan === null
        ? smearRateMmPerS({ ...part, distanceM }, focal, picture.heightMm) * shutter.shutterS
        : panResidueMm(pan, shutter.shutterS),
      picture,
    ),
    softViewPx: viewedPixels(defocusDiscMm(focal, aperture.fNumber, subject.distanceM, distanceM), picture),
  });
  return { near: at(nearM), far: at(farM) };
}

function panFigures({ brief, picture }: Situation, shutterS: number): PanFigures | null {
  const pan = panOf(brief);
  if (pan === null) return null;
  return {
    streakShare: (panStreakMmPerS(pan) * shutterS) / picture.widthMm,
    trackingError: pan.trackingError,
    residueViewPx: viewedPixels(panResidueMm(pan, shutterS), picture),
  };
}

function rollingOf({ brief, picture }: Situation): Figures['rolling'] {
  const { subject, kit, light } = brief;
  const acrossMps = subject.speedMps * Math.sin((subject.directionDeg * Math.PI) / 180);
  const skewMm = magnification(kit.lens.focalLengthMm, subject.distanceM) * acrossMps * 1000 * kit.sensor.readoutS;
  const bands = light.flicker.modulation > 0 ? light.flicker.frequencyHz * kit.sensor.readoutS : 0;
  return { skewViewPx: viewedPixels(skewMm, picture), bands };
}
