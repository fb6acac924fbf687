import type { Brief } from '../brief/brief.ts';
import { depthToCoverM, smearRateMmPerS } from '../motion/subject.ts';
import { pictureOf, type Picture } from '../optics/picture.ts';
import { handsOfBrief, type BriefHands } from './handsOfBrief.ts';

/** What a brief's subject, kit and hands are in the picture, whatever marks and light. */
export interface Geometry {
  readonly picture: Picture;
  /** Depth that has to be sharp, its approach included, m; 0 for a flat subject. */
  readonly depthM: number;
  readonly moves: boolean;
  /** Smear of the part that must hold still, mm on the sensor per second of exposure. */
  readonly smearRateMmPerS: number;
  readonly hands: BriefHands;
}

export function geometryOf(brief: Brief): Geometry {
  const { subject, kit, picture: wishes } = brief;
  const { sensor, lens } = kit;
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, wishes.crop, wishes.viewCph);
  const fastestPart = { ...subject, speedMps: subject.speedMps * subject.limbFactor };
  const depthM = depthToCoverM(subject.depthM, subject.speedMps, subject.directionDeg);
  return {
    picture,
    depthM: depthM < 1e-9 ? 0 : depthM, // straight across leaves cos 90° = 6e-17
    moves: subject.speedMps > 0,
    smearRateMmPerS: smearRateMmPerS(fastestPart, lens.focalLengthMm, picture.heightMm),
    hands: handsOfBrief(brief),
  };
}
