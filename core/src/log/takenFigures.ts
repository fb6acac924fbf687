import type { Brief, Sensor } from '../brief/brief.ts';
import { exposureValue } from '../light/exposure.ts';
import { driftTimeS } from '../motion/hands.ts';
import { smearRateMmPerS } from '../motion/subject.ts';
import { fullFrameEquivalentMm } from '../optics/depthOfField.ts';
import { pictureOf, VIEWING_CPH } from '../optics/picture.ts';
import { handsOfBrief } from '../plan/handsOfBrief.ts';
import { motionOf } from '../plan/geometry.ts';
import { grainAtIso } from '../sensor/grainFigures.ts';

/** What a camera wrote of a frame, as far as it did. Lengths in mm. */
export interface TakenSetting {
  shutterS: number | null;
  fNumber: number | null;
  iso: number | null;
  focalLengthMm: number | null;
  /** The focal length for full frame, as the camera wrote it. */
  equivalentMm: number | null;
}

/** What is known beside it: the body, the brief it was taken for, and whether its smear is no fault: it stood, or was to streak. */
export interface TakenFor {
  sensor: Sensor | null;
  brief: Brief | null;
  noSmear?: boolean;
}

/** Figures every frame of the log is compared by, at one viewing size for all: {@link LOG_VIEW_CPH}. Null where something is not known. */
export interface TakenFigures {
  /** The light, EV at ISO 100, that the setting fits: what was metered, whoever metered it. */
  ev100: number | null;
  equivalentMm: number | null;
  /** Drift of the hands in stops: x = log2(f·g(t)/c). One stop more is as hard to hold as twice the time. */
  hold: number | null;
  /** Smear of the subject, in tolerances of two viewed pixels, by the brief's speed and distance. */
  smear: number | null;
  /** Signal-to-noise ratio of mid grey at viewing size. */
  snr: number | null;
  /** Chance that the plan gave one such frame to show no shake. */
  heldChance: number | null;
}

/** Viewing limit of the log's figures, cycles per picture height: a picture 2048 px wide. */
export const LOG_VIEW_CPH = VIEWING_CPH.wide2048;

const FULL_FRAME = { widthMm: 36, heightMm: 24 };

/** Works out the figures of a frame. Leaves out cropping afterwards; what the camera did not write stays null. */
export function takenFigures(taken: TakenSetting, { sensor, brief, noSmear = false }: TakenFor): TakenFigures {
  const { shutterS, fNumber, iso, focalLengthMm } = taken;
  const body = sensor ?? brief?.kit.sensor ?? null;
  const equivalentMm =
    focalLengthMm !== null && body
      ? fullFrameEquivalentMm(focalLengthMm, body.widthMm, body.heightMm)
      : (taken.equivalentMm ?? null);
  const hold = shutterS === null ? null : driftStopsOf(shutterS, focalLengthMm, equivalentMm, body);
  return {
    ev100: shutterS !== null && fNumber !== null && iso !== null ? exposureValue(shutterS, fNumber, iso) : null,
    equivalentMm,
    hold,
    smear: brief && shutterS !== null && !noSmear ? smearOf(brief, shutterS, focalLengthMm, body) : null,
    snr: body && iso !== null ? grainAtIso(body, iso, [LOG_VIEW_CPH]).views[0]!.snr : null,
    heldChance: brief && hold !== null ? handsOfBrief(brief).chanceAt(hold) : null,
  };
}

/** Drift for the sensor it was taken with, or for full frame at the equivalent focal length: the same where both are known. */
function driftStopsOf(shutterS: number, focalMm: number | null, equivalentMm: number | null, body: Sensor | null): number | null {
  const drift = driftTimeS(shutterS);
  if (focalMm !== null && body) return Math.log2((focalMm * drift) / (body.heightMm / LOG_VIEW_CPH));
  return equivalentMm === null ? null : Math.log2((equivalentMm * drift) / (FULL_FRAME.heightMm / LOG_VIEW_CPH));
}

function smearOf(brief: Brief, shutterS: number, focalLengthMm: number | null, body: Sensor | null): number | null {
  if (!body || brief.subject.speedMps === 0) return null;
  const { toleranceMm, heightMm } = pictureOf(body.widthMm, body.heightMm, body.megapixels, 1, LOG_VIEW_CPH);
  const focal = focalLengthMm ?? brief.kit.lens.focalLengthMm;
  return (smearRateMmPerS(motionOf(brief), focal, heightMm) * shutterS) / toleranceMm;
}
