import { MID_GREY } from '../light/exposure.ts';
import { apertureLabel, isoLabel, isoMarks, shutterLabel, stopsLabel } from '../light/marks.ts';
import { meterCompensation } from '../light/meter.ts';
import { depthOfField, hyperfocalM } from '../optics/depthOfField.ts';
import { viewedPixels } from '../optics/picture.ts';
import { HIGHLIGHT_STOPS, midGreySignalE, readNoiseE, signalToNoise } from '../sensor/sensor.ts';
import type { Gates } from './gates.ts';
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
  flickerStops: number;
  highlightStops: number;
  compensationStops: number;
  isoEquivalent: number;
  overStops: number;
  plateau: { slowestS: number; fastestS: number } | null;
  gates: Gates;
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
  const { brief, picture, noise } = situation;
  const { subject, light, kit, picture: wishes } = brief;
  const { shutter, aperture } = candidate;
  const focal = kit.lens.focalLengthMm;
  const signal = midGreySignalE(noise, candidate.meteredIso);
  const read = readNoiseE(noise, candidate.cameraIso);
  const averaging = picture.sensorCph / picture.limitCph;
  const viewed = (share: number): number => signalToNoise(signal * share, read) * averaging;
  const bits = situation.bits(candidate);
  return {
    subjectBlurMm: shutter.smearMm,
    toleranceMm: picture.toleranceMm,
    subjectBlurViewPx: viewedPixels(shutter.smearMm, picture),
    holdProbability: shutter.hands().singleChance,
    burstProbability: shutter.hands().burstChance,
    snr: candidate.snr,
    snrViewed: candidate.snr * averaging,
    snrSubject: viewed(subject.tone / MID_GREY),
    snrShadow: viewed(1 / 8),
    detailBits: bits,
    detailKept: bits / situation.detail.idealBits,
    ...situation.losses(candidate),
    ...depthOfField(focal, aperture.fNumber, picture.toleranceMm, subject.distanceM),
    hyperfocalM: hyperfocalM(focal, aperture.fNumber, picture.toleranceMm),
    focusHeadroomEv: candidate.focusHeadroomEv,
    flickerStops: shutter.flickerStops,
    highlightStops:
      HIGHLIGHT_STOPS +
      candidate.liftStops -
      candidate.overStops -
      (light.swing?.upStops ?? 0) -
      (light.colour === 'saturated' ? SATURATED_COST_STOPS : 0),
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
    gates: candidate.gates,
  };
}

/** What saturated coloured light takes off the highlight headroom before the meter says so, stops. Ours. */
const SATURATED_COST_STOPS = 4 / 3;
